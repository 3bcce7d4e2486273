<?php

declare(strict_types=1);

namespace App\Feature\Company;

use App\Evaluation\FigureReport;
use Logion\Figure\Absence;
use Logion\Figure\Figure;
use Logion\Figure\Reason;
use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Formula\Node;
use Logion\Metric\CompanyScope;
use Logion\Reporting\LineItems;

/** What a reader looks at first: the figures that fit the business beside their sector, and ten years of the most telling lines. */
final class FirstReading
{
    private const FIGURES = [
        'Size' => ['market_cap', 'enterprise_value', 'net_debt', 'median_traded_value_3m'],
        'Where the price stands' => [
            'price_change_year_to_date',
            'price_change_1_year',
            'range_position_52_weeks',
            'distance_from_52_week_high',
            'distance_to_average_200d',
            'max_drawdown_5y',
        ],
        'Business' => [
            'revenue_growth_1y',
            'revenue_growth_5y',
            'gross_margin',
            'operating_margin',
            'return_on_invested_capital',
            'return_on_equity',
            'cash_conversion',
            'share_count_change_1y',
            'efficiency_ratio',
            'combined_ratio',
            'funds_from_operations_payout',
        ],
        'Strength' => [
            'net_debt_to_ebitda',
            'interest_coverage',
            'current_ratio',
            'piotroski_score',
            'altman_z',
            'common_equity_tier1_ratio',
            'solvency_ratio',
            'loan_to_value',
        ],
        'Expectations' => [
            'estimated_revenue_growth_1y',
            'estimated_earnings_growth_1y',
            'earnings_revision_30d',
            'earnings_revision_90d',
            'earnings_revision_180d',
            'earnings_surprise',
        ],
        'Risk' => ['beta_adjusted', 'volatility_1y', 'cost_of_equity', 'wacc'],
    ];

    /** Lines of a report, or metrics as of each year. */
    private const TEN_YEARS = [
        'revenue',
        'revenue_growth_1y',
        'gross_margin',
        'ebitda_margin',
        'return_on_invested_capital',
        'free_cash_flow',
        'earnings_per_share_diluted',
        'diluted_shares_average',
        'dividends_per_share',
        'return_on_equity',
        'funds_from_operations',
    ];

    /**
     * @param  array{sections: list<array{title: string, keys: list<string>}>, ten_years: list<string>}|null  $layout  of one's own; null
     *     for the arrangement that comes with the program
     */
    public function __construct(private readonly CompanyScope $scope, private readonly ?array $layout = null)
    {
    }

    /** @return list<string> */
    public static function titles(): array
    {
        return array_map(static fn (string $title): string => Words::label("first_reading.{$title}", $title), array_keys(self::FIGURES));
    }

    /** @return list<array{title: string, figures: list<array<string, mixed>>}> */
    public function sections(): array
    {
        $report = new FigureReport($this->scope);
        $sections = [];
        foreach ($this->arrangement() as ['title' => $title, 'keys' => $keys]) {
            $figures = array_map(fn (string $key): array => $this->figure($report, $key), $keys);
            if ($figures !== []) {
                $sections[] = ['title' => $title, 'figures' => $figures];
            }
        }

        return $sections;
    }

    /** @return array{sections: list<array{title: string, keys: list<string>}>, ten_years: list<string>} what it is arranged by */
    public function arrangedBy(): array
    {
        return ['sections' => $this->arrangement(), 'ten_years' => $this->layout['ten_years'] ?? self::TEN_YEARS];
    }

    /** @return list<array{title: string, keys: list<string>}> */
    private function arrangement(): array
    {
        if ($this->layout !== null) {
            return $this->layout['sections'];
        }
        $template = $this->scope->company->template;

        return array_map(
            fn (string $title, array $keys): array => [
                'title' => $title,
                'keys' => array_values(
                    array_filter($keys, fn (string $key): bool => $this->scope->catalogue->all()[$key]->fits($template)),
                ),
            ],
            self::titles(),
            array_values(self::FIGURES),
        );
    }

    /** @return array<string, mixed> a metric that a layout names and that is no more stays in its place, and says so */
    private function figure(FigureReport $report, string $key): array
    {
        $metric = $this->scope->catalogue->find($key);
        if ($metric === null) {
            $gone = Figure::of(Absence::of(Reason::MetricGone, $key), Unit::Ratio);

            return [
                'key' => $key,
                'label' => $key,
                'figure' => [...$gone->jsonSerialize(), 'currency' => null],
                'sector_median' => null,
                'standing' => null,
            ];
        }
        $value = $this->scope->metric($key);
        $median = $this->scope->compare('sector_median', Node::name($key));

        return [
            'key' => $key,
            'label' => $metric->label,
            'figure' => $report->metric($key),
            'sector_median' => $report->sectorMedian($key),
            'standing' => is_float($value) && is_float($median) ? $metric->against($value, $median) : null,
        ];
    }

    /** @return array{years: list<int>, rows: list<array{key: string, label: string, unit: string, figures: list<Figure>}>} */
    public function tenYears(): array
    {
        $years = array_slice($this->scope->moments->years(), -10);

        return ['years' => $years, 'rows' => (new FigureReport($this->scope))->throughYears($this->tenYearKeys(), $years)];
    }

    /** @return list<string> those that are still there: what is no more has no row of years */
    private function tenYearKeys(): array
    {
        $known = fn (string $key): bool => LineItems::find($key) !== null || $this->scope->catalogue->find($key) !== null;

        return array_values(array_filter($this->layout['ten_years'] ?? self::TEN_YEARS, $known));
    }
}
