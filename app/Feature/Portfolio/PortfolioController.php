<?php

declare(strict_types=1);

namespace App\Feature\Portfolio;

use App\Feature\Screening\ScreenRequest;
use App\Http\DatedRequest;
use App\Models\Portfolio;
use App\Storage\Identity\Indices;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Logion\Figure\Words;
use Logion\Intake\Refusal;
use Logion\Time\Day;

/** Portfolios of one's own and what can be asked of them. A deleted one can be brought back. */
final class PortfolioController
{
    public function index(Request $request): JsonResponse
    {
        return new JsonResponse(
            Portfolio::query()->of($request->user())->orderBy('id')->get()->map(PortfolioResource::summary(...))->all(),
        );
    }

    public function show(DatedRequest $request, PortfolioReport $report, Portfolio $portfolio): JsonResponse
    {
        return new JsonResponse($report->of($portfolio, $request->context()));
    }

    public function store(PortfolioRequest $request, Indices $indices): JsonResponse
    {
        $portfolio = Portfolio::query()->create([...$request->portfolio($indices), 'user_id' => $request->user()->id]);

        return new JsonResponse(PortfolioResource::summary($portfolio->refresh()), 201);
    }

    public function update(PortfolioRequest $request, Indices $indices, Portfolio $portfolio): JsonResponse
    {
        // The accounts depend on how costs are reckoned: those kept are not these any more.
        $portfolio->update([...$request->portfolio($indices), 'revision' => $portfolio->revision + 1]);

        return new JsonResponse(PortfolioResource::summary($portfolio));
    }

    public function destroy(Portfolio $portfolio): JsonResponse
    {
        $portfolio->delete();

        return new JsonResponse(null, 204);
    }

    public function restore(Portfolio $portfolio): JsonResponse
    {
        $portfolio->restore();

        return new JsonResponse(PortfolioResource::summary($portfolio));
    }

    public function performance(SinceRequest $request, PerformanceReport $report, Portfolio $portfolio): JsonResponse
    {
        return new JsonResponse($report->of($portfolio, $request->context(), $request->from()));
    }

    public function income(DatedRequest $request, IncomeReport $report, Portfolio $portfolio): JsonResponse
    {
        return new JsonResponse($report->of($portfolio, $request->context()));
    }

    public function lots(DatedRequest $request, LotReport $report, Portfolio $portfolio): JsonResponse
    {
        return new JsonResponse($report->of($portfolio, $request->context()));
    }

    /** What the companies held come to as one, and how they stand to a screen. */
    public function through(ScreenRequest $request, ThroughReport $report, Portfolio $portfolio): JsonResponse
    {
        $screen = $request->validated('screen');

        return new JsonResponse($report->of($portfolio, $request->context(), $screen === [] ? null : $request->screen()));
    }

    public function whatIf(EntryRequest $request, DatedRequest $dated, WhatIfReport $report, Portfolio $portfolio): JsonResponse
    {
        return new JsonResponse($report->of($portfolio, $dated->context(), $request->validated()));
    }

    public function proposals(DatedRequest $request, ActionProposals $proposals, Portfolio $portfolio): JsonResponse
    {
        $day = $request->context()->day;

        return new JsonResponse([
            'as_of' => Day::iso($day),
            'proposals' => $proposals->of($request->user(), $portfolio, $day),
        ]);
    }

    /** Enters proposed corporate actions as they stand now, all of them or none. */
    public function takeProposals(
        ActionsRequest $request,
        ActionProposals $proposals,
        PortfolioFiles $files,
        Portfolio $portfolio,
    ): JsonResponse {
        $wanted = array_flip($request->ids());
        $all = $proposals->of($request->user(), $portfolio, $request->context()->day);
        $chosen = array_values(array_filter($all, static fn (array $of): bool => isset($wanted[$of['id']])));
        if ($chosen === []) {
            throw Refusal::because(Words::say('no_such_proposal_any_more'));
        }
        $file = $files->enterActions($request->user(), $portfolio, $chosen);

        return new JsonResponse(['file' => $file->id, 'entered' => count($chosen)], 201);
    }
}
