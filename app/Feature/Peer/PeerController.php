<?php

declare(strict_types=1);

namespace App\Feature\Peer;

use App\Evaluation\CompanyScopes;
use App\Feature\Screening\NamedLists;
use App\Files\TableFile;
use App\Storage\ChosenPeers;
use App\Storage\HandedValues;
use App\Storage\Identity\Identities;
use Illuminate\Http\JsonResponse;
use Logion\Figure\Words;
use Symfony\Component\HttpFoundation\StreamedResponse;

final class PeerController
{
    public function __construct(
        private readonly SubjectGroups $groups,
        private readonly Identities $identities,
        private readonly ChosenPeers $kept,
        private readonly CompanyScopes $scopes,
    ) {
    }

    public function show(PeerTableRequest $request, GroupReport $report, string $ticker): JsonResponse
    {
        $context = $request->context();

        return new JsonResponse($report->of($this->groups->of($ticker, $context), $context, $request->figure()));
    }

    public function keep(PeersRequest $request, GroupReport $report, string $ticker): JsonResponse
    {
        $context = $request->context();
        $subject = $this->identities->company($ticker, $context->day);
        $this->kept->keep($request->user(), $subject, $request->members($this->identities, $subject));

        return new JsonResponse($report->of($this->groups->of($ticker, $context), $context, null));
    }

    public function proposals(ProposalRequest $request, ProposalReport $report, string $ticker): JsonResponse
    {
        $context = $request->context();

        return new JsonResponse(
            $report->of($this->groups->of($ticker, $context), $context, $request->source(), $request->of(), $request->weights()),
        );
    }

    public function table(PeerTableRequest $request, PeerTable $table, string $ticker): JsonResponse
    {
        $context = $request->context();

        return new JsonResponse(
            $table->of($this->groups->of($ticker, $context), $context, $request->columns(), $request->ofCalendarYears()),
        );
    }

    /** The table as a file of values alone, with what each column is. */
    public function file(PeerTableRequest $request, PeerTable $table, string $ticker): StreamedResponse
    {
        $context = $request->context();
        $group = $this->groups->of($ticker, $context);
        $file = (new PeerTableFile(
            $table->of($group, $context, $request->columns(), $request->ofCalendarYears()),
            $context->catalogue,
        ))->file();
        $format = $request->fileFormat();
        $name = str_replace(':', ' ', $group->subject->reference)." and peers.{$format}";

        return new StreamedResponse(
            static function () use ($file, $format): void {
                $file->write($format, fopen('php://output', 'w') ?: throw new \RuntimeException('No output.'));
            },
            200,
            [
                'Content-Type' => TableFile::FORMATS[$format],
                'Content-Disposition' => "attachment; filename=\"{$name}\"",
            ],
        );
    }

    public function years(PeerTableRequest $request, YearsReport $report, string $ticker): JsonResponse
    {
        $context = $request->context();

        return new JsonResponse($report->of($this->groups->of($ticker, $context), $context, $request->figure() ?? 'operating_margin'));
    }

    public function discount(DiscountRequest $request, DiscountReport $report, NamedLists $lists, string $ticker): JsonResponse
    {
        $context = $request->context();
        $group = $this->groups->of($ticker, $context);

        return new JsonResponse(
            $report->of(
                $group,
                $context,
                match ($request->across()) {
                    'kind' => null,
                    'industry' => $group->ofIndustry($group->subject->sector),
                    'list' => $lists->on($context, false)('list', $request->list()),
                },
            ),
        );
    }

    public function implied(ImpliedRequest $request, ImpliedReport $report, string $ticker): JsonResponse
    {
        $context = $request->context();

        return new JsonResponse(
            $report->of($this->groups->of($ticker, $context), $this->scopes->open($ticker, $context), $context, $request->centre()),
        );
    }

    /** The range of values is kept as a valuation, which Value lays beside others. */
    public function hand(ImpliedRequest $request, ImpliedReport $report, HandedValues $values, string $ticker): JsonResponse
    {
        $context = $request->context();
        $group = $this->groups->of($ticker, $context);
        $scope = $this->scopes->open($ticker, $context);
        $told = $report->of($group, $scope, $context, $request->centre());
        $handed = $values->hand(
            $request->user(),
            $scope,
            HandedValues::PEERS,
            Words::say('value_by_peers', count: $told['peers']),
            $told['low_value'],
            $told['median_value'],
            $told['high_value'],
            [
                'centre' => $request->centre(),
                'peers' => array_map(static fn (int $id): string => $group->named($id)['ticker'], $group->in()),
            ],
        );

        return new JsonResponse(['id' => $handed->id], 201);
    }
}
