<?php

declare(strict_types=1);

namespace Logion\Intake;

use Logion\Figure\Numerals;
use Logion\Figure\Unit;
use Logion\Reporting\LineItems;
use Logion\Reporting\LineKind;
use Logion\Reporting\ReportingModel;
use Logion\Time\FiscalPeriod;

/**
 * The facts of one report, sorted into statement lines, breakdowns and what could not be placed. Facts since the start of a
 * year become quarters; of two facts that say the same the more exact counts, two that contradict each other are refused.
 */
final class Report
{
    private const BUSINESS_AXES = [
        'StatementBusinessSegmentsAxis',
        'SegmentsAxis',
        'ProductsAndServicesAxis',
        'ProductOrServiceAxis',
        'business',
    ];

    private const REGION_AXES = ['StatementGeographicalAxis', 'GeographicalAreasAxis', 'region'];

    private const CLASS_AXES = ['StatementClassOfStockAxis', 'ClassesOfShareCapitalAxis', 'ClassesOfOrdinarySharesAxis', 'class'];

    /** Axes that only repeat that a fact is consolidated. */
    private const CONSOLIDATION = [
        'ConsolidationItemsAxis',
        'ConsolidatedAndSeparateFinancialStatementsAxis',
        'LegalEntityAxis',
        'SegmentConsolidationItemsAxis',
    ];

    /** @var array<string, array{value: float, from: string}> by "line@period" */
    public array $figures = [];

    /** @var list<array{axis: string, member: string, line: string, unit: string, period: int, value: float}> */
    public array $breakdowns = [];

    /** @var array<string, int> concepts that are mapped to no line, with the number of facts */
    public array $unmapped = [];

    /** @var list<array{place: string, reason: string}> */
    public array $refused = [];

    /** @var array<string, int> */
    public array $currencies = [];

    public int $facts = 0;

    /** @var array<string, array<string, ReportedFact>> by kind and period, then concept; one per group of dimensions */
    private array $groups = [];

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
        $money = explode('/', $fact->unit)[0];
        if (preg_match('/^[A-Z]{3}$/D', $money) === 1) {
            $this->currencies[$money] = ($this->currencies[$money] ?? 0) + 1;
            if ($this->currency !== null && $money !== $this->currency) {
                $this->refused[] = [
                    'place' => $fact->place,
                    'reason' => "{$fact->concept} is in {$money}; the company reports in {$this->currency}",
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
        $dimensions = array_diff_key($fact->dimensions, array_flip(self::CONSOLIDATION));
        ksort($dimensions);
        $group = "{$kind}@{$period}@".json_encode($dimensions);
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
                    'reason' => "{$fact->concept} of ".
                        FiscalPeriod::label($period).
                        ' is given twice, as '.
                        self::number($known->value).
                        ' and '.
                        self::number($fact->value).
                        '; neither is taken',
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
            [$kind, $period, $dimensions] = explode('@', $group, 3);
            $values = array_filter(
                array_map(static fn (ReportedFact $fact): float => $fact->value, $facts),
                static fn (float $value): bool => ! is_nan($value),
            );
            $dimensions = json_decode($dimensions, true, 4, JSON_THROW_ON_ERROR);
            if ($dimensions !== []) {
                $this->breakdown($dimensions, $kind, (int) $period, $values, $facts);
            } elseif ($kind === 'year_to_date') {
                $toDate[(int) $period] = $values;
            } else {
                foreach ($kind === 'balance' ? $this->balancePeriods((int) $period) : [(int) $period] as $of) {
                    $byPeriod[$of] = [...$byPeriod[$of] ?? [], ...$values];
                }
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
                'place' => 'the facts since the start of '.intdiv($period, 10),
                'reason' => count($concepts).
                    ' figures up to '.
                    FiscalPeriod::label($period).
                    ' cannot be made a quarter: the part of the year before it is not in the file',
            ];
        }
        ksort($byPeriod);
        foreach ($byPeriod as $period => $values) {
            $mapped = $this->concepts->map($values, $this->template);
            foreach ($mapped['lines'] as $line => $figure) {
                if (
                    $period % 10 !== 4 ||
                    ! isset($byPeriod[$period - 4]) ||
                    LineItems::all()[$line]->kind === LineKind::Duration ||
                    LineItems::all()[$line]->isPeriodAverage()
                ) {
                    $this->figures["{$line}@{$period}"] = $figure;
                }
            }
            foreach ($mapped['unmapped'] as $concept) {
                $this->unmapped[$concept] = ($this->unmapped[$concept] ?? 0) + 1;
            }
        }
        arsort($this->unmapped);
        $this->groups = [];

        return $this;
    }

    /**
     * A year-end balance belongs to the year; where the file also has the last quarter's flows it is the same balance.
     *
     * @return list<int>
     */
    private function balancePeriods(int $period): array
    {
        return [$period % 10 === 4 ? $period - 4 : $period];
    }

    /**
     * @param  array<string, string>  $dimensions
     * @param  array<string, float>  $values
     * @param  array<string, ReportedFact>  $facts
     */
    private function breakdown(array $dimensions, string $kind, int $period, array $values, array $facts): void
    {
        $axis = match (true) {
            count($dimensions) !== 1 => null,
            array_intersect_key($dimensions, array_flip(self::BUSINESS_AXES)) !== [] => 'business',
            array_intersect_key($dimensions, array_flip(self::REGION_AXES)) !== [] => 'region',
            isset($dimensions['driver']) => 'driver',
            array_intersect_key($dimensions, array_flip(self::CLASS_AXES)) !== [] => 'class',
            default => null,
        };
        if ($axis === null || $kind === 'year_to_date') {
            return;
        }
        $period = $kind === 'balance' && $period % 10 === 4 ? $period - 4 : $period;
        $mapped = $this->concepts->map($values, $this->template);
        $member = self::words((string) reset($dimensions));
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
                'line' => self::words($concept),
                'unit' => $facts[$concept]->unit,
                'period' => $period,
                'value' => $values[$concept],
            ];
        }
    }

    /** "WholesaleTradeMember" as "Wholesale trade". */
    private static function words(string $name): string
    {
        if (str_contains($name, ' ')) {
            return $name;
        }

        return ucfirst(
            strtolower(trim((string) preg_replace('/(?<=[a-z0-9])(?=[A-Z])/', ' ', (string) preg_replace('/Member$/', '', $name)))),
        );
    }

    private static function number(float $value): string
    {
        return Numerals::decimal($value, floor($value) === $value ? 0 : 2);
    }
}
