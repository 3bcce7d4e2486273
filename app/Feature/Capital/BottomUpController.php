<?php

declare(strict_types=1);

namespace App\Feature\Capital;

use App\Evaluation\CompanyScopes;
use App\Evaluation\EvaluationContext;
use App\Feature\Peer\SubjectGroup;
use App\Feature\Peer\SubjectGroups;
use App\Http\DatedRequest;
use App\Models\KeptBottomUpBeta;
use App\Storage\BusinessFigures;
use App\Storage\Identity\Identities;
use Illuminate\Http\JsonResponse;

/**
 * A beta out of those of other companies: tried, kept with who was left out and why, and shown again.
 *
 * @phpstan-import-type Choices from BottomUpRequest
 */
final class BottomUpController
{
    public function __construct(
        private readonly CompanyScopes $scopes,
        private readonly SubjectGroups $groups,
        private readonly Identities $identities,
        private readonly BottomUpBetas $betas,
        private readonly BusinessFigures $figures,
    ) {
    }

    /** As it is kept, or else out of the peers. */
    public function show(DatedRequest $request, string $ticker): JsonResponse
    {
        $context = $request->context();
        $group = $this->groups->of($ticker, $context);
        $kept = $this->betas->kept($group, $context);

        return $this->told($ticker, $group, $context, BottomUpRequest::read((array) ($kept->choices ?? [])), $kept);
    }

    /** With other choices, keeping nothing. */
    public function try(BottomUpRequest $request, string $ticker): JsonResponse
    {
        $context = $request->context();

        return $this->told($ticker, $this->groups->of($ticker, $context), $context, $request->choices(), null);
    }

    public function keep(BottomUpRequest $request, string $ticker): JsonResponse
    {
        $context = $request->context();
        $group = $this->groups->of($ticker, $context);
        $kept = KeptBottomUpBeta::query()->updateOrCreate(
            ['user_id' => $request->user()->id, 'company_id' => $group->subject->id],
            ['choices' => $request->choices()],
        );

        return $this->told($ticker, $group, $context, $request->choices(), $kept);
    }

    public function forget(DatedRequest $request, string $ticker): JsonResponse
    {
        KeptBottomUpBeta::query()
            ->of($request->user())
            ->where('company_id', $this->identities->company($ticker, $request->context()->day))
            ->delete();

        return new JsonResponse(null, 204);
    }

    /** @param  Choices  $choices */
    private function told(
        string $ticker,
        SubjectGroup $group,
        EvaluationContext $context,
        array $choices,
        ?KeptBottomUpBeta $kept,
    ): JsonResponse {
        return new JsonResponse([
            'kept_on' => $kept?->updated_at?->format('Y-m-d'),
            'choices' => $choices,
            ...$this->betas->of($group, $this->scopes->open($ticker, $context), $context, $choices),
            'industry' => $group->subject->sector,
            'own_businesses' => $this->ofBusinesses($group, $context, 'revenue'),
            'own_profits' => $this->ofBusinesses($group, $context, 'operating_income'),
        ]);
    }

    /** @return object a figure by the name of each business that has one */
    private function ofBusinesses(SubjectGroup $group, EvaluationContext $context, string $line): object
    {
        return (object) ($this->figures->of([$group->subject->id], $context->day, $line)[$group->subject->id] ?? []);
    }
}
