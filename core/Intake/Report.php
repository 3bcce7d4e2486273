<?php

declare(strict_types=1);

namespace Logion\Intake;

use Logion\Figure\Numerals;
use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Reporting\LineItems;
use Logion\Reporting\ReportingModel;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;

/**
 * The facts of one report, sorted into statement lines, breakdowns and what could not be placed. Facts since the start of a
 * year become quarters; of two facts that say the same the more exact counts, two that contradict each other are refused.
 */
final class Report
{
    /** The count of shares on the cover, of a day after the end of the period. */
    private const COVER = 'EntityCommonStockSharesOutstanding';

    /** Days from the end of a period to the cover of its report. */
    private const COVER_WITHIN = 300;

    /** @var array<string, array{value: float, from: string, derived?: bool}> by "line@period" */
    public array $figures = [];

    /** @var list<array{axis: string, member: string, line: string, unit: string, period: int, value: float}> */
    public array $breakdowns = [];

    /** @var array<string, int> concepts that are mapped to no line, with the number of facts */
    public array $unmapped = [];

    /** @var list<array{place: string, reason: string}> */
    public array $refused = [];

    /** @var array<string, int> facts of what is neither the whole nor a part of it, by what it is */
    public array $leftOut = [];

    /** @var array<string, string> what could be read in two ways, by key */
    public array $doubts = [];

    /** @var array<string, int> */
    public array $currencies = [];

    public int $facts = 0;

    /** @var array<string, array<string, ReportedFact>> by kind and period, then concept; one per group of dimensions */
    private array $groups = [];

    /** @var array<int, array<string, float>> counts of shares on the cover, by day and class */
    private array $cover = [];

    /** @param  string|null  $currency  of the company; amounts in another are refused */
    public function __construct(
        private readonly FiscalCalendar $calendar,
        private readonly Concepts $concepts,
        private readonly ReportingModel $template,
        private readonly ?string $currency = null,
    ) {
    }

    public function add(ReportedFact $fact): void
    {
        $this->facts++;
        $dimensions = FactDimensions::of($fact->dimensions);
        if ($dimensions->leftOut !== null) {
            $this->leftOut[$dimensions->leftOut] = ($this->leftOut[$dimensions->leftOut] ?? 0) + 1;

            return;
        }
        if ($fact->concept === self::COVER) {
            $this->cover[$fact->end][$dimensions->member] = $fact->value;

            return;
        }
        $money = explode('/', $fact->unit)[0];
        if (preg_match('/^[A-Z]{3}$/D', $money) === 1) {
            $this->currencies[$money] = ($this->currencies[$money] ?? 0) + 1;
            if ($this->currency !== null && $money !== $this->currency) {
                $this->refused[] = [
                    'place' => $fact->place,
                    'reason' => Words::say(
                        'is_in_the_company_reports_in',
                        concept: $fact->concept,
                        money: $money,
                        currency: $this->currency,
                    ),
                ];

                return;
            }
        }
        try {
            ['kind' => $kind, 'period' => $period] = $this->calendar->period($fact->start, $fact->end);
        } catch (Refusal $refusal) {
            $this->refused[] = ['place' => $fact->place, 'reason' => "{$fact->concept}: {$refusal->getMessage()}"];

            return;
        }
        $group = "{$kind}@{$period}@{$dimensions->axis}@{$dimensions->member}";
        $known = $this->groups[$group][$fact->concept] ?? null;
        if ($known !== null && $known->value !== $fact->value) {
            $exact = ($fact->decimals ?? 99) > ($known->decimals ?? 99) ? $fact : $known;
            $rounded = $exact === $fact ? $known : $fact;
            $unit = 10.0 ** -(float) ($rounded->decimals ?? 0);
            if (
                $rounded->decimals === null ||
                $rounded->decimals >= ($exact->decimals ?? 99) ||
                abs($exact->value - $rounded->value) > ($unit / 2) * 1.000001
            ) {
                $this->refused[] = [
                    'place' => $fact->place,
                    'reason' => Words::say(
                        'of_is_given_twice_as_and',
                        concept: $fact->concept,
                        period: FiscalPeriod::label($period),
                        number: self::number($known->value),
                        number2: self::number($fact->value),
                    ),
                ];
                $this->groups[$group][$fact->concept] = new ReportedFact($fact->concept, NAN, $fact->unit, $fact->start, $fact->end);

                return;
            }
            $fact = $exact;
        }
        $this->groups[$group][$fact->concept] = $fact;
    }

    /** Sorts what was added; call once after the last fact. */
    public function close(): self
    {
        $byPeriod = $toDate = [];
        foreach ($this->groups as $group => $facts) {
            [$kind, $period, $axis, $member] = explode('@', $group, 4);
            $values = array_filter(
                array_map(static fn (ReportedFact $fact): float => $fact->value, $facts),
                static fn (float $value): bool => ! is_nan($value),
            );
            if ($axis !== '') {
                $this->breakdown($axis, $member, $kind, (int) $period, $values, $facts);
            } elseif ($kind === 'year_to_date') {
                $toDate[(int) $period] = $values;
            } else {
                $of = $kind === 'balance' ? FiscalPeriod::balanceOf((int) $period) : (int) $period;
                $byPeriod[$of] = [...$byPeriod[$of] ?? [], ...$values];
            }
        }
        $parts = new YearToDate($toDate, $byPeriod, static fn (string $concept): bool => ! str_contains(strtolower($concept), 'share'));
        foreach ([$parts->quarters, $parts->halves] as $derived) {
            foreach ($derived as $period => $values) {
                $byPeriod[$period] = [...$values, ...$byPeriod[$period] ?? []];
            }
        }
        foreach ($parts->left as $period => $concepts) {
            $this->refused[] = [
                'place' => Words::say('the_facts_since_the_start_of', year: intdiv($period, 10)),
                'reason' => Words::say('figures_up_to_cannot_be_made', count: count($concepts), period: FiscalPeriod::label($period)),
            ];
        }
        ksort($byPeriod);
        foreach ($byPeriod as $period => $values) {
            $mapped = $this->concepts->map($values, $this->template);
            foreach ($mapped['lines'] as $line => $figure) {
                $this->figures["{$line}@{$period}"] = $figure;
            }
            foreach ($mapped['unmapped'] as $concept) {
                $this->unmapped[$concept] = ($this->unmapped[$concept] ?? 0) + 1;
            }
        }
        foreach ($parts->contradictions as $off) {
            $this->doubts['quarters'] = Words::say(
                'of_is_given_as_and_by',
                key: $off['key'],
                period: FiscalPeriod::label($off['period']),
                number: self::number($off['given']),
                number2: self::number($off['derived']),
            );
        }
        $this->sharesOfCover();
        arsort($this->unmapped);
        $this->groups = [];

        return $this;
    }

    /**
     * Where no count at the end of the period is given, that of the cover stands for it, all classes together; without a cover
     * the average of
     * the period does. Both are marked.
     */
    private function sharesOfCover(): void
    {
        $periodOf = static fn (string $key): int => (int) substr((string) strstr($key, '@'), 1);
        $periods = array_unique(array_map($periodOf, array_keys($this->figures)));
        rsort($periods);
        foreach ($this->cover as $day => $classes) {
            $count = $classes[''] ?? array_sum($classes);
            foreach ($periods as $period) {
                $days = Day::between($this->calendar->end($period), $day);
                if ($days >= 0 && $days <= self::COVER_WITHIN) {
                    $this->figures['shares_outstanding_period_end@'.FiscalPeriod::balanceOf($period)] ??= [
                        'value' => $count,
                        'from' => Words::say('of_on_the_cover', cover: self::COVER, day: Day::iso($day)),
                        'derived' => true,
                    ];
                    break;
                }
            }
        }
        foreach ($periods as $period) {
            $average = $this->figures["basic_shares_average@{$period}"] ?? null;
            if ($average !== null && $period % 10 < FiscalPeriod::FIRST_HALF) {
                $this->figures['shares_outstanding_period_end@'.FiscalPeriod::balanceOf($period)] ??= [
                    'value' => $average['value'],
                    'from' => Words::say('the_average_for_want_of_a', from: $average['from']),
                    'derived' => true,
                ];
            }
        }
    }

    /**
     * @param  array<string, float>  $values
     * @param  array<string, ReportedFact>  $facts
     */
    private function breakdown(string $axis, string $member, string $kind, int $period, array $values, array $facts): void
    {
        if ($kind === 'year_to_date') {
            return;
        }
        $period = $kind === 'balance' ? FiscalPeriod::balanceOf($period) : $period;
        $mapped = $this->concepts->map($values, $this->template);
        foreach ($mapped['lines'] as $line => $figure) {
            $this->breakdowns[] = [
                'axis' => $axis,
                'member' => $member,
                'line' => $line,
                'unit' => LineItems::all()[$line]->unit === Unit::Money ? 'money' : LineItems::all()[$line]->unit->value,
                'period' => $period,
                'value' => $figure['value'],
            ];
        }
        foreach ($mapped['unmapped'] as $concept) {
            $this->breakdowns[] = [
                'axis' => $axis,
                'member' => $member,
                'line' => FactDimensions::words($concept),
                'unit' => $facts[$concept]->unit,
                'period' => $period,
                'value' => $values[$concept],
            ];
        }
    }

    private static function number(float $value): string
    {
        return Numerals::decimal($value, floor($value) === $value ? 0 : 2);
    }
}
