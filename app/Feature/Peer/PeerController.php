<?php

declare(strict_types=1);

namespace App\Feature\Peer;

use App\Evaluation\CompanyScopes;
use App\Evaluation\EvaluationContext;
use App\Feature\Screening\Universes;
use App\Http\DatedRequest;
use App\Storage\ChosenPeers;
use App\Storage\Identity\Identities;
use Illuminate\Http\JsonResponse;

final class PeerController
{
    public function __construct(
        private readonly Universes $universes,
        private readonly Identities $identities,
        private readonly ChosenPeers $kept,
        private readonly PeerProposals $proposals,
        private readonly CompanyScopes $scopes,
    ) {
    }

    public function show(PeerTableRequest $request, GroupReport $report, string $ticker): JsonResponse
    {
        $context = $request->context();

        return new JsonResponse($report->of($this->group($ticker, $context), $context, $request->figure()));
    }

    public function keep(PeersRequest $request, GroupReport $report, string $ticker): JsonResponse
    {
        $context = $request->context();
        $subject = $this->identities->company($ticker, $context->day);
        $this->kept->keep($request->user(), $subject, $request->members($this->identities, $subject));

        return new JsonResponse($report->of($this->group($ticker, $context), $context, null));
    }

    public function proposals(ProposalRequest $request, ProposalReport $report, string $ticker): JsonResponse
    {
        $context = $request->context();

        return new JsonResponse(
            $report->of($this->group($ticker, $context), $context, $request->source(), $request->of(), $request->weights()),
        );
    }

    public function table(PeerTableRequest $request, PeerTable $table, string $ticker): JsonResponse
    {
        $context = $request->context();

        return new JsonResponse($table->of($this->group($ticker, $context), $context, $request->columns()));
    }

    public function years(PeerTableRequest $request, YearsReport $report, string $ticker): JsonResponse
    {
        $context = $request->context();

        return new JsonResponse($report->of($this->group($ticker, $context), $context, $request->figure() ?? 'operating_margin'));
    }

    public function discount(DatedRequest $request, DiscountReport $report, string $ticker): JsonResponse
    {
        $context = $request->context();

        return new JsonResponse($report->of($this->group($ticker, $context), $context));
    }

    public function implied(ImpliedRequest $request, ImpliedReport $report, string $ticker): JsonResponse
    {
        $context = $request->context();

        return new JsonResponse(
            $report->of($this->group($ticker, $context), $this->scopes->open($ticker, $context), $context, $request->centre()),
        );
    }

    private function group(string $ticker, EvaluationContext $context): SubjectGroup
    {
        return SubjectGroup::of($ticker, $context, $this->universes, $this->identities, $this->kept, $this->proposals);
    }
}
