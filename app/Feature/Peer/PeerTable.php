<?php

declare(strict_types=1);

namespace App\Feature\Peer;

use App\Evaluation\CompanyScopes;
use App\Evaluation\EvaluationContext;
use App\Storage\EconomyReader;
use Logion\CrossSection\GroupLines;
use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Metric\Metric;
use Logion\Peer\CalendarMultiple;
use Logion\Statistics\Rank;
use Logion\Time\Day;

/** A subject beside its peers, figure by figure, with the lines of the group, of which the subject is no part. */
final readonly class PeerTable
{
    private const LINES = ['median', 'mean', 'weighted_mean', 'harmonic_mean', 'upper_quartile', 'lower_quartile', 'high', 'low'];

    public function __construct(private PeerColumns $figures, private EconomyReader $economy, private CompanyScopes $scopes)
    {
    }

    /**
     * @param  list<string>  $columns  metrics of the catalogue or formulas; none for those usual in the subject's business
     * @param  bool  $calendar  whether multiples of this calendar year and the next stand before them
     * @return array<string, mixed>
     */
    public function of(SubjectGroup $group, EvaluationContext $context, array $columns, bool $calendar = false): array
    {
        $columns = $columns === [] ? self::usual($group->subject->template) : $columns;
        $companies = [$group->subject->id, ...array_column($group->members, 'id')];
        $values = $this->figures->of($group->universe, $context, $companies, ['market_cap', ...$columns]);
        $in = array_keys(array_filter($group->members, static fn (array $of): bool => $of['in']));
        $weights = self::numbers($values['market_cap'], $in);
        $told = [];
        foreach ($calendar ? $this->ofCalendarYears($companies, $context) : [] as [$key, $metric, $label, $figures]) {
            $told[] = self::column($key, $label, $metric, $metric->unit, $figures, $in, $weights);
        }
        foreach ($columns as $key) {
            $metric = $context->catalogue->find($key);
            $unit = $metric->unit ?? $context->catalogue->unitOf($context->catalogue->parse($key));
            $told[] = self::column($key, $metric->label ?? $key, $metric, $unit, $values[$key], $in, $weights);
        }

        return [
            'as_of' => Day::iso($context->day),
            'currency' => $this->economy->read()->baseCurrency(),
            'chosen' => $group->chosen !== null,
            'rows' => [
                [...$group->named($group->subject->id), 'in' => true, 'subject' => true, 'reason' => null],
                ...array_map(
                    static fn (array $of): array => [
                        ...$group->named($of['id']),
                        'in' => $of['in'],
                        'subject' => false,
                        'reason' => $of['reason'],
                    ],
                    $group->members,
                ),
            ],
            'columns' => $told,
        ];
    }

    /**
     * @param  list<float|Absence>  $values  the subject's first
     * @param  list<int>  $in  rows of the peers that are in
     * @param  list<float>  $weights  of these
     * @return array<string, mixed>
     */
    private static function column(string $key, string $label, ?Metric $metric, Unit $unit, array $values, array $in, array $weights): array
    {
        $lines = GroupLines::of(self::numbers($values, $in), $weights);
        $better = $metric->better ?? 'neutral';
        // A mean of reciprocals is a mean of prices alone.
        $lines['harmonic_mean'] = $unit === Unit::Times && $better === 'lower' ? $lines['harmonic_mean'] : null;
        $lines['weighted_mean'] = $unit->isMoney() ? null : $lines['weighted_mean'];
        $known = static fn (int $row): ?float => is_float($values[$row + 1]) ? $values[$row + 1] : null;
        $rows = [-1, ...$in];
        $places = $better === 'neutral' ? [] : array_combine($rows, Rank::of(array_map($known, $rows), 'min', $better === 'higher'));

        return [
            'key' => $key,
            'label' => $label,
            'unit' => $unit->value,
            'better' => $better,
            'count' => $lines['count'],
            'lines' => array_intersect_key($lines, array_flip(self::LINES)),
            'figures' => array_map(
                static fn (float|Absence $value, int $row): array => [
                    'value' => is_float($value) ? $value : null,
                    'state' => is_float($value) ? 'value' : $value->kind->value,
                    'beside' => is_float($value) && $lines['median'] !== null ? $metric?->against($value, $lines['median']) : null,
                    'place' => isset($places[$row]) ? (int) $places[$row] : null,
                ],
                $values,
                range(-1, count($values) - 2),
            ),
        ];
    }

    /**
     * Multiples of the calendar year of the day and of the next, which compare where fiscal years end in different months.
     *
     * @param  list<int>  $companies
     * @return list<array{string, Metric, string, list<float|Absence>}>
     */
    private function ofCalendarYears(array $companies, EvaluationContext $context): array
    {
        $multiples = array_map(fn (int $id): CalendarMultiple => new CalendarMultiple($this->scopes->ofCompany($id, $context)), $companies);
        $columns = [];
        foreach (CalendarMultiple::MULTIPLES as $multiple) {
            $metric = $context->catalogue->get($multiple->value);
            foreach ([Day::year($context->day), Day::year($context->day) + 1] as $year) {
                $columns[] = [
                    "{$multiple->value} {$year}",
                    $metric,
                    Words::say('multiple_of_a_calendar_year', label: $metric->label, year: $year),
                    array_map(
                        static fn (CalendarMultiple $of): float|Absence => $of->of($multiple, $year) ??
                            Absence::of($of->figure($multiple, $year) === null ? Reason::Missing : Reason::NotMeaningful),
                        $multiples,
                    ),
                ];
            }
        }

        return $columns;
    }

    /**
     * @param  list<float|Absence>  $values  the subject's first
     * @param  list<int>  $rows  of peers
     * @return list<float> NaN where there is none
     */
    private static function numbers(array $values, array $rows): array
    {
        return array_map(static fn (int $row): float => is_float($values[$row + 1]) ? $values[$row + 1] : NAN, $rows);
    }

    /** @return list<string> columns that tell most of a kind of business */
    private static function usual(string $template): array
    {
        return match ($template) {
            'bank' => [
                'market_cap',
                'price_to_earnings',
                'forward_price_to_earnings',
                'price_to_tangible_book',
                'return_on_equity',
                'net_interest_margin',
                'efficiency_ratio',
                'common_equity_tier1_ratio',
                'non_performing_loan_ratio',
                'loan_growth_1y',
                'dividend_yield',
            ],
            'insurer' => [
                'market_cap',
                'price_to_earnings',
                'forward_price_to_earnings',
                'price_to_book',
                'return_on_equity',
                'combined_ratio',
                'loss_ratio',
                'solvency_ratio',
                'premium_growth_1y',
                'dividend_yield',
            ],
            'property' => [
                'market_cap',
                'price_to_funds_from_operations',
                'price_to_adjusted_funds_from_operations',
                'net_asset_value_discount',
                'implied_capitalization_rate',
                'occupancy',
                'like_for_like_growth',
                'loan_to_value',
                'property_net_debt_to_ebitda',
                'dividend_yield',
            ],
            default => [
                'market_cap',
                'price_to_earnings',
                'forward_price_to_earnings',
                'ev_to_ebitda',
                'forward_ev_to_ebitda',
                'ev_to_sales',
                'revenue_growth_3y',
                'gross_margin',
                'operating_margin',
                'return_on_invested_capital',
                'net_debt_to_ebitda',
                'dividend_yield',
            ],
        };
    }
}
