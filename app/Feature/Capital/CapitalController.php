<?php

declare(strict_types=1);

namespace App\Feature\Capital;

use App\Evaluation\CompanyScopes;
use App\Evaluation\EvaluationContext;
use App\Feature\Peer\SubjectGroup;
use App\Feature\Peer\SubjectGroups;
use App\Http\DatedRequest;
use App\Models\KeptCostOfCapital;
use App\Storage\CompanyReader;
use App\Storage\Identity\Identities;
use App\Storage\Identity\Indices;
use App\Storage\LatestBorrowing;
use Illuminate\Http\JsonResponse;
use Logion\CostOfCapital\CostInputs;
use Logion\CostOfCapital\CostSheet;

/** What capital costs a company and what it is made of. */
final class CapitalController
{
    public function __construct(
        private readonly CompanyScopes $scopes,
        private readonly SubjectGroups $groups,
        private readonly Identities $identities,
        private readonly BottomUpBetas $betas,
        private readonly LatestBorrowing $borrowings,
    ) {
    }

    public function beta(BetaRequest $request, CompanyReader $reader, Indices $indices, string $ticker): JsonResponse
    {
        $day = $request->context()->day;

        return new JsonResponse(
            (new BetaReport($reader, $indices))->of(
                $this->identities->company($ticker, $day),
                $day,
                $request->returnsOver(),
                $request->years(),
                $request->index($indices),
            ),
        );
    }

    /** What is kept, or else what one starts with. */
    public function show(DatedRequest $request, string $ticker): JsonResponse
    {
        $context = $request->context();
        $kept = $this->kept($request->user()->id, $this->identities->company($ticker, $context->day));

        return $this->told($ticker, $context, $kept === null ? [] : (array) $kept->choices, $kept);
    }

    /** With other choices, keeping nothing. */
    public function value(CostRequest $request, string $ticker): JsonResponse
    {
        return $this->told($ticker, $request->context(), $request->choices(), null);
    }

    public function keep(CostRequest $request, string $ticker): JsonResponse
    {
        $context = $request->context();
        $group = $this->groups->of($ticker, $context);
        $sheet = $this->sheet($ticker, $group, $context, $request->choices());
        $kept = KeptCostOfCapital::query()->updateOrCreate(
            ['user_id' => $request->user()->id, 'company_id' => $group->subject->id],
            ['choices' => $request->choices(), 'rate' => $sheet['rate'], 'kept_for' => $context->day],
        );

        return new JsonResponse(['kept_on' => $kept->updated_at?->format('Y-m-d'), ...$sheet]);
    }

    public function forget(DatedRequest $request, string $ticker): JsonResponse
    {
        KeptCostOfCapital::query()
            ->of($request->user())
            ->where('company_id', $this->identities->company($ticker, $request->context()->day))
            ->delete();

        return new JsonResponse(null, 204);
    }

    public function excess(DatedRequest $request, ExcessReturnReport $report, string $ticker): JsonResponse
    {
        $context = $request->context();
        $group = $this->groups->of($ticker, $context);
        $kept = $this->kept($request->user()->id, $group->subject->id);

        return new JsonResponse([
            ...$report->of($group, $context),
            // What the reader thinks it costs; nobody says that of past years.
            'own_cost' => $kept === null ? null : $this->sheet($ticker, $group, $context, (array) $kept->choices)['rate'],
        ]);
    }

    /** @param  array<string, mixed>  $choices */
    private function told(string $ticker, EvaluationContext $context, array $choices, ?KeptCostOfCapital $kept): JsonResponse
    {
        return new JsonResponse([
            'kept_on' => $kept?->updated_at?->format('Y-m-d'),
            ...$this->sheet($ticker, $this->groups->of($ticker, $context), $context, $choices),
        ]);
    }

    /**
     * @param  array<string, mixed>  $choices
     * @return array<string, mixed>
     */
    private function sheet(string $ticker, SubjectGroup $group, EvaluationContext $context, array $choices): array
    {
        $scope = $this->scopes->open($ticker, $context);
        $inputs = new CostInputs(
            $scope,
            $group->universe,
            $group->in(),
            $this->betas->keptBeta($group, $scope, $context),
            $this->borrowings->of($group->subject->id, $context->day),
        );

        return (new CostSheet($inputs, CostRequest::read($choices)))->present();
    }

    private function kept(int $user, int $company): ?KeptCostOfCapital
    {
        return KeptCostOfCapital::query()->where('user_id', $user)->where('company_id', $company)->first();
    }
}
