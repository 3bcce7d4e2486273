<?php

declare(strict_types=1);

namespace App\Feature\Statement;

use App\Evaluation\FigureReport;
use Logion\Dividend\DividendSafety;
use Logion\Dividend\SafetyPart;
use Logion\Figure\Absence;
use Logion\Figure\Figure;
use Logion\Figure\Reason;
use Logion\Figure\Unit;
use Logion\Market\DividendHistory;
use Logion\Metric\CompanyScope;
use Logion\Time\Day;

/** Dividends and share count of a company through time. */
final readonly class DividendReport
{
    public function __construct(private CompanyScope $scope)
    {
    }

    /** @return array<string, mixed> */
    public function report(): array
    {
        $scope = $this->scope;
        $history = DividendHistory::of($scope->prices->actions, $scope->asOf);
        $safety = DividendSafety::of($scope, $history);
        $report = new FigureReport($scope);
        $years = $scope->moments->years();
        $growth = static fn (int $n): Figure => Figure::of(
            $history->growth($n) ?? Absence::of(Reason::DividendEndsNotKnown, $n),
            Unit::Percent,
        );

        return [
            'currency' => $scope->company->tradingCurrency,
            'frequency' => $history->frequency,
            'payments' => array_reverse(
                array_map(
                    static fn (array $p): array => [
                        'day' => Day::iso($p['day']),
                        'amount' => $p['amount'],
                        'declared' => $p['declared'],
                        'special' => $p['special'],
                    ],
                    array_slice($history->payments, -120),
                ),
            ),
            'years' => array_map(
                static fn (int $year, float $amount): array => ['year' => $year, 'amount' => $amount],
                array_keys($history->years),
                array_values($history->years),
            ),
            'growth' => array_map(static fn (int $n): array => ['years' => $n, 'figure' => $growth($n)], [1, 3, 5, 10]),
            'years_rising' => $history->yearsRising(),
            'years_without_cut' => $history->yearsWithoutCut(),
            'cuts' => $history->cuts(),
            'yield_through_time' => array_map(
                static fn (array $point): array => [...$point, 'day' => Day::iso($point['day'])],
                $history->yields($scope->prices->days, $scope->prices->closes),
            ),
            'now' => $report->metrics([
                'dividend_yield',
                'indicated_dividend_yield',
                'dividend_yield_to_own_5y_mean',
                'payout_ratio',
                'free_cash_flow_payout_ratio',
                'funds_from_operations_payout',
                'adjusted_funds_from_operations_payout',
                'dividend_cover',
                'next_ex_dividend',
                'buyback_yield',
                'shareholder_yield',
            ]),
            'payout_through_time' => [
                'years' => $years,
                'rows' => $report->throughYears(
                    [
                        'payout_ratio',
                        'free_cash_flow_payout_ratio',
                        'funds_from_operations_payout',
                        'adjusted_funds_from_operations_payout',
                    ],
                    $years,
                ),
            ],
            'safety' => [
                'score' => $safety->score,
                'parts' => array_map(
                    static fn (SafetyPart $part): array => [
                        'key' => $part->key,
                        'label' => $part->label,
                        'figure' => $part->figure,
                        'best' => $part->best,
                        'worst' => $part->worst,
                        'weight' => $part->weight,
                        'points' => $part->points,
                    ],
                    $safety->parts,
                ),
            ],
            'shares' => [
                'years' => $years,
                'rows' => $report->throughYears(
                    [
                        'basic_shares_average',
                        'diluted_shares_average',
                        'shares_outstanding_period_end',
                        'shares_issued',
                        'shares_repurchased',
                        'stock_based_compensation',
                        'earnings_per_share_basic',
                        'earnings_per_share_diluted',
                    ],
                    $years,
                ),
            ],
        ];
    }
}
