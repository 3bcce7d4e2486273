<?php

declare(strict_types=1);

namespace App\Feature\Market;

use App\Evaluation\CompanyScopes;
use App\Http\DrawnResponse;
use App\Storage\BarReader;
use App\Storage\CompanyReader;
use App\Storage\Identity\Identities;
use App\Storage\UniverseMembers;
use Illuminate\Http\JsonResponse;
use Logion\Figure\Words;
use Logion\Time\Day;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

final class MarketController
{
    private const AMOUNT = 10_000.0;

    /** A sum is put in so many years ago if no day is named. */
    private const YEARS = 5;

    public function chart(
        MarketRequest $request,
        CompanyReader $reader,
        Identities $identities,
        BarReader $bars,
        string $ticker,
    ): JsonResponse {
        $day = $request->context()->day;
        $identity = $identities->of($identities->company($ticker, $day), $day) ?? throw new \LogicException('The company was just found.');
        $chart = new MarketChart($identity, $reader->ownPrices($identity)->asOf($day), $day, $bars);
        $period = $request->period();

        return DrawnResponse::of([
            ...$chart->drawn($request->span(), $period, $request->averages(), $request->studies()),
            'found' => $chart->levels($period),
            'trends' => $chart->trends(),
        ]);
    }

    public function comparison(
        PriceComparisonRequest $request,
        CompanyScopes $scopes,
        CompanyReader $reader,
        Identities $identities,
        UniverseMembers $members,
        string $ticker,
    ): JsonResponse {
        $comparison = new PriceComparison($scopes->open($ticker, $request->context()), $reader, $identities, $members, $request->user());

        return new JsonResponse($comparison->of($request->with(), $request->period(), $request->withDividends()));
    }

    public function investedSum(InvestedSumRequest $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $of = $request->validated();
        $scope = $scopes->open($ticker, $request->context());
        $from = isset($of['from']) ? Day::parse($of['from']) : Day::monthsEarlier($scope->asOf, 12 * self::YEARS);

        return new JsonResponse(
            (new InvestedSumReport($scope))->of((float) ($of['amount'] ?? self::AMOUNT), $from) ??
                throw new NotFoundHttpException(
                    Words::say(
                        'nothing_was_traded_then',
                        ticker: $scope->company->ticker,
                        from: Day::iso($from),
                        until: Day::iso($scope->asOf),
                    ),
                ),
        );
    }
}
