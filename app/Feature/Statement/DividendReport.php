<?php

declare(strict_types=1);

namespace App\Feature\Statement;

use App\Evaluation\FigureReport;
use Logion\Dividend\DividendEndurance;
use Logion\Dividend\EnduredFall;
use Logion\Figure\Absence;
use Logion\Figure\Figure;
use Logion\Figure\Reason;
use Logion\Figure\Unit;
use Logion\Market\DividendHistory;
use Logion\Metric\CompanyScope;
use Logion\Reporting\ReportingModel;
use Logion\Time\Day;

/** Dividends and share count of a company through time. */
final readonly class DividendReport
{
    /** @param  int|null  $ended  the day on which the share was no longer listed */
    public function __construct(private CompanyScope $scope, private ?int $ended)
    {
    }

    /** @return array<string, mixed> */
    public function report(): array
    {
        $scope = $this->scope;
        $history = DividendHistory::of($scope->prices->actions, $scope->asOf, $this->ended);
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
            'endurance' => $this->endurance($report),
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

    /** @return array<string, mixed> what the dividend withstands, beside what happened in the last downturn that is over */
    private function endurance(FigureReport $report): array
    {
        $over = array_filter(
            $this->scope->economy->recessions($this->scope->asOf),
            static fn (array $of): bool => ! $of['lasts'],
        );
        $last = $over === [] ? null : $over[array_key_last($over)];

        return [
            'downturn' => $last === null ? null : ['start' => Day::iso($last['start']), 'end' => Day::iso($last['end'])],
            'falls' => array_map(
                fn (EnduredFall $fall): array => [
                    'key' => $fall->payout,
                    'label' => $this->scope->catalogue->label($fall->source),
                    'payout' => $report->metric($fall->payout),
                    'withstands' => $fall->withstands,
                    'fell' => $fall->fell,
                    'would_cover' => $fall->wouldCover(),
                ],
                DividendEndurance::of($this->scope, $last),
            ),
            'debt' => $report->metrics(
                match ($this->scope->company->template) {
                    ReportingModel::Property => ['loan_to_value', 'property_interest_coverage'],
                    ReportingModel::Bank => ['common_equity_tier1_ratio', 'cost_of_risk'],
                    ReportingModel::Insurer => ['solvency_ratio', 'combined_ratio'],
                    default => ['net_debt_to_ebitda', 'interest_coverage'],
                },
            ),
        ];
    }
}
