<?php

declare(strict_types=1);

namespace App\Feature\Company;

use App\Evaluation\FigureReport;
use Logion\Figure\Figure;
use Logion\Figure\Words;
use Logion\Formula\Node;
use Logion\Metric\CompanyScope;

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

    public function __construct(private readonly CompanyScope $scope)
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
        foreach (array_combine(self::titles(), self::FIGURES) as $title => $keys) {
            $figures = [];
            foreach ($keys as $key) {
                $metric = $this->scope->catalogue->all()[$key];
                if ($metric->fits($this->scope->company->template)) {
                    $value = $this->scope->metric($key);
                    $median = $this->scope->compare('sector_median', Node::name($key));
                    $figures[] = [
                        'key' => $key,
                        'label' => $metric->label,
                        'figure' => $report->metric($key),
                        'sector_median' => $report->sectorMedian($key),
                        'standing' => is_float($value) && is_float($median) ? $metric->against($value, $median) : null,
                    ];
                }
            }
            if ($figures !== []) {
                $sections[] = ['title' => $title, 'figures' => $figures];
            }
        }

        return $sections;
    }

    /** @return array{years: list<int>, rows: list<array{key: string, label: string, unit: string, figures: list<Figure>}>} */
    public function tenYears(): array
    {
        $years = array_slice($this->scope->moments->years(), -10);

        return ['years' => $years, 'rows' => (new FigureReport($this->scope))->throughYears(self::TEN_YEARS, $years)];
    }
}
