<?php

declare(strict_types=1);

namespace Logion\Peer;

use Logion\Comparison\CrossSectionalRegression;
use Logion\Comparison\InvalidRegression;
use Logion\CrossSection\Mask;
use Logion\CrossSection\Universe;
use Logion\Figure\Words;
use Logion\Formula\Node;
use Logion\Statistics\Descriptive;

/**
 * The multiple that growth, returns and risk justify: a regression over companies of the same kind, read at the figures of one of them.
 *
 * @see A. Damodaran, Investment Valuation, 3rd ed., 2012, chapters 18 to 20
 */
final readonly class JustifiedMultiple
{
    /** Multiples one compares, by kind of business. */
    private const MULTIPLES = [
        'bank' => ['price_to_earnings', 'forward_price_to_earnings', 'price_to_tangible_book'],
        'insurer' => ['price_to_earnings', 'forward_price_to_earnings', 'price_to_book'],
        'property' => ['price_to_funds_from_operations', 'price_to_adjusted_funds_from_operations', 'price_to_book'],
        'industrial' => ['price_to_earnings', 'forward_price_to_earnings', 'ev_to_ebitda', 'ev_to_sales', 'price_to_book'],
    ];

    /** What may explain that one costs more than another, by kind of business. */
    private const REASONS = [
        'bank' => [
            'earnings_per_share_growth_5y',
            'loan_growth_1y',
            'return_on_equity',
            'efficiency_ratio',
            'common_equity_tier1_ratio',
            'beta_adjusted',
        ],
        'insurer' => ['premium_growth_1y', 'return_on_equity', 'combined_ratio', 'solvency_ratio', 'beta_adjusted'],
        'property' => [
            'funds_from_operations_per_share_growth_5y',
            'net_operating_income_margin',
            'occupancy',
            'loan_to_value',
            'beta_adjusted',
        ],
        'industrial' => [
            'revenue_growth_3y',
            'estimated_earnings_growth_next_year',
            'gross_margin',
            'operating_margin',
            'return_on_invested_capital',
            'net_debt_to_ebitda',
            'beta_adjusted',
        ],
    ];

    /** What explains each multiple across companies; the rest are explained by growth and returns. */
    private const DRIVERS = [
        'ev_to_sales' => ['operating_margin', 'revenue_growth_3y', 'beta_adjusted'],
        'ev_to_ebitda' => ['revenue_growth_3y', 'return_on_invested_capital', 'beta_adjusted'],
        'price_to_book' => ['return_on_equity', 'beta_adjusted'],
        'price_to_tangible_book' => ['return_on_equity', 'beta_adjusted'],
        'price_to_funds_from_operations' => ['funds_from_operations_per_share_growth_5y', 'loan_to_value'],
        'price_to_adjusted_funds_from_operations' => ['funds_from_operations_per_share_growth_5y', 'loan_to_value'],
    ];

    private const USUAL_DRIVERS = ['revenue_growth_3y', 'return_on_equity', 'beta_adjusted'];

    /** Multiples farther than so many median deviations from the median are those of hardly any earnings and would lead the line. */
    private const FENCE = 5;

    public function __construct(private Universe $universe)
    {
    }

    /** @return list<string> multiples one compares companies of a kind by */
    public static function multiplesOf(string $template): array
    {
        return self::MULTIPLES[$template] ?? self::MULTIPLES['industrial'];
    }

    /** @return list<string> metrics that may explain a difference */
    public static function reasonsOf(string $template): array
    {
        return self::REASONS[$template] ?? self::REASONS['industrial'];
    }

    /** @return list<string> metrics a multiple is regressed on */
    public static function driversOf(string $multiple): array
    {
        return self::DRIVERS[$multiple] ?? self::USUAL_DRIVERS;
    }

    /**
     * @param  int  $company  who is itself left out of the line
     * @param  list<int>|null  $across  the companies the line runs through, those of its kind among them; null for all of its kind
     * @return array{fit?: float, error?: float, r_squared?: float|null, companies?: int, why_not?: string} the multiple justified, the
     *     standard error of such a prediction, and what the line explains; or why there is none
     */
    public function of(int $company, string $multiple, ?array $across = null): array
    {
        $universe = $this->universe;
        $at = $universe->position($company);
        if ($at === null) {
            return ['why_not' => Words::say('it_is_not_traded_any_more')];
        }
        $drivers = self::driversOf($multiple);
        $own = array_map(static fn (string $key): ?float => $universe->column($key)->at($at), $drivers);
        $unknown = array_search(null, $own, true);
        if ($unknown !== false) {
            return [
                'why_not' => Words::say(
                    'a_driver_of_it_is_not_known',
                    label: $universe->catalogue->label($drivers[$unknown]),
                    why: $universe->absence(Node::name($drivers[$unknown]), $at)->sentence(),
                ),
            ];
        }
        $kind = $universe->category('template')->among([$universe->category('template')->at($at)]) & $universe->everyone();
        if ($across !== null) {
            $kind &= Mask::choosing($universe->positionsOf($across), $universe->size());
        }
        $kind[$at] = "\0";
        $regression = CrossSectionalRegression::fromArray([
            'dependent' => ['formula' => $multiple],
            'regressors' => array_map(static fn (string $key): array => ['formula' => $key], $drivers),
        ]);
        try {
            $fit = $regression->fit($universe, $this->withoutOutliers($multiple, Mask::positions($kind)));
        } catch (InvalidRegression $refusal) {
            return ['why_not' => $refusal->getMessage()];
        }
        $predicted = $fit->regression->predict(array_map(static fn (?float $x): float => (float) $x, $own));

        return $predicted === null
            ? []
            : [
                'fit' => $predicted['fit'],
                'error' => $predicted['se_prediction'],
                'r_squared' => $fit->regression->rSquared,
                'companies' => $fit->regression->n,
            ];
    }

    /**
     * @param  list<int>  $positions
     * @return list<int>
     */
    private function withoutOutliers(string $multiple, array $positions): array
    {
        $column = $this->universe->column($multiple);
        $known = Descriptive::known(array_map($column->at(...), $positions));
        $median = Descriptive::median($known);
        $deviation = Descriptive::medianAbsoluteDeviation($known);

        return $median === null || $deviation === null
            ? $positions
            : array_values(
                array_filter(
                    $positions,
                    static fn (int $at): bool => ($value = $column->at($at)) !== null && abs($value - $median) <= self::FENCE * $deviation,
                ),
            );
    }
}
