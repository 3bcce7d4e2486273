<?php

declare(strict_types=1);

namespace App\Feature\Peer;

use App\Evaluation\EvaluationContext;
use Logion\Figure\Absence;
use Logion\Metric\CompanyScope;
use Logion\Multiple\GroupMultiples;
use Logion\Multiple\ImpliedValue;
use Logion\Multiple\Multiple;
use Logion\Multiple\MultipleSpread;
use Logion\Statistics\Descriptive;
use Logion\Valuation\MarketValueFigures;

/** What a subject's shares are worth at the multiples of its peers, by the figure and the year they are paid for. */
final readonly class ImpliedReport
{
    public const YEARS = ['fiscal_year', 'trailing', 'next', 'after'];

    public const CENTRES = ['median', 'mean', 'weighted_mean', 'harmonic_mean'];

    /** Metric of the group, and the subject's figure as a part of its market value, by multiple and year. */
    private const FIGURES = [
        'ev_to_sales' => [
            'fiscal_year' => ['ev_to_sales_fiscal_year', 'annual(revenue) / market_cap'],
            'trailing' => ['ev_to_sales', 'revenue / market_cap'],
            'next' => ['forward_ev_to_sales', 'estimate(revenue, 1) / market_cap'],
            'after' => ['forward_ev_to_sales_2', 'estimate(revenue, 2) / market_cap'],
        ],
        'ev_to_ebitda' => [
            'fiscal_year' => ['ev_to_ebitda_fiscal_year', 'annual(ebitda) / market_cap'],
            'trailing' => ['ev_to_ebitda', 'ebitda / market_cap'],
            'next' => ['forward_ev_to_ebitda', 'estimate(ebitda, 1) / market_cap'],
            'after' => ['forward_ev_to_ebitda_2', 'estimate(ebitda, 2) / market_cap'],
        ],
        'ev_to_ebit' => ['trailing' => ['ev_to_ebit', 'ebit / market_cap']],
        'price_to_earnings' => [
            'fiscal_year' => ['price_to_earnings_fiscal_year', 'annual(earnings_per_share_diluted) / price'],
            'trailing' => ['price_to_earnings', 'earnings_per_share_diluted / price'],
            'next' => ['forward_price_to_earnings', 'estimate(earnings_per_share_diluted, 1) / price'],
            'after' => ['forward_price_to_earnings_2', 'estimate(earnings_per_share_diluted, 2) / price'],
        ],
        'price_to_book' => ['trailing' => ['price_to_book', 'common_equity / market_cap']],
    ];

    public function __construct(private PeerColumns $figures)
    {
    }

    /** @return list<string> metrics of the group for all multiples of a year */
    public static function metrics(): array
    {
        return array_merge(...array_values(array_map(static fn (array $of): array => array_column(array_values($of), 0), self::FIGURES)));
    }

    /**
     * @param  value-of<self::CENTRES>  $centre
     * @return array<string, mixed>
     */
    public function of(SubjectGroup $group, CompanyScope $subject, EvaluationContext $context, string $centre): array
    {
        $in = $group->in();
        $values = $this->figures->of($group->universe, $context, $in, ['market_cap', ...self::metrics()]);
        $number = static fn (float|Absence $of): ?float => is_float($of) ? $of : null;
        $weights = array_map($number, $values['market_cap']);
        $own = new MarketValueFigures($subject);
        $rows = [];
        foreach (self::FIGURES as $key => $years) {
            $multiple = Multiple::from($key);
            foreach ($years as $year => [$metric, $formula]) {
                $known = array_map($number, $values[$metric]);
                $lines = new GroupMultiples($known, $weights);
                $figure = $own->of($formula);
                $taken = match ($centre) {
                    'median' => $lines->spread->median,
                    'mean' => $lines->spread->mean,
                    'weighted_mean' => $lines->weightedMean(),
                    'harmonic_mean' => $lines->harmonicMean(),
                };
                $implied = ImpliedValue::of($multiple, $lines->spread, $figure, $own->bridge, $own->shares);
                $centred = ImpliedValue::of($multiple, MultipleSpread::of([$taken]), $figure, $own->bridge, $own->shares);
                $rows[] = [
                    'multiple' => $key,
                    'year' => $year,
                    'metric' => $metric,
                    'label' => $context->catalogue->label($metric),
                    'used' => $lines->spread->count,
                    'left_out' => count($in) - $lines->spread->count,
                    'own' => $number($subject->metric($metric)),
                    'centre' => $taken,
                    'lower' => $lines->spread->lowerQuartile,
                    'upper' => $lines->spread->upperQuartile,
                    'figure' => $figure,
                    'enterprise_value' => $multiple->isOfEnterprise() ? $centred->enterprise->median : null,
                    'equity_value' => $centred->equity->median,
                    'value' => $centred->perShare->median,
                    'lower_value' => $implied->perShare->lowerQuartile,
                    'upper_value' => $implied->perShare->upperQuartile,
                    'state' => self::state($figure, $taken),
                ];
            }
        }

        return [
            'currency' => $subject->company->tradingCurrency,
            'price' => $own->price,
            'shares' => $own->shares,
            'centre' => $centre,
            'peers' => count($in),
            'bridge' => array_map(
                static fn (string $name, float $amount): array => ['key' => $name, 'amount' => $amount],
                array_keys($own->bridge->amounts),
                array_values($own->bridge->amounts),
            ),
            'net' => $own->bridge->net(),
            'rows' => $rows,
            'low_value' => Descriptive::median(Descriptive::known(array_column($rows, 'lower_value'))),
            'median_value' => Descriptive::median(Descriptive::known(array_column($rows, 'value'))),
            'high_value' => Descriptive::median(Descriptive::known(array_column($rows, 'upper_value'))),
        ];
    }

    private static function state(?float $figure, ?float $taken): string
    {
        return match (true) {
            $taken === null => 'no_group',
            $figure === null => 'missing',
            $figure <= 0 => 'not_meaningful',
            default => 'value',
        };
    }
}
