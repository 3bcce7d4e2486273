<?php

declare(strict_types=1);

namespace Logion\Reporting\Quality;

use Logion\Figure\Unit;
use Logion\Reporting\DerivedTotals;
use Logion\Reporting\FactSheet;
use Logion\Reporting\LineItems;
use Logion\Statistics\Descriptive;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;

/**
 * Checks that statements hold together: balance sheets balance, parts add up to totals, cash moves by the cash-flow statement,
 * quarters sum to the year, earnings per share agree with the share count; and that figures are not off by a thousand or a
 * million, of the wrong sign, repeated from another year, or counted before a split.
 *
 * A total that is off because one of its parts has a finding of its own is not reported a second time.
 */
final class Integrity
{
    /** A difference within half a per cent of the total, or two units of the last digit, is rounding. */
    public const TOLERANCE_SHARE = 0.005;

    /** Of these, lines that may be tiny in one year and large in the next. */
    private const LUMPY = [
        'treasury_stock',
        'dividends_paid',
        'shares_repurchased',
        'debt_repaid',
        'goodwill',
        'intangible_assets',
        'short_term_debt',
    ];

    private const SUMMED_QUARTERS = [
        'revenue',
        'operating_income',
        'net_income',
        'operating_cash_flow',
        'capital_expenditure',
        'dividends_paid',
    ];

    /** A line is steady if its other years are within this factor of each other. */
    private const STEADY = 10.0;

    /** @var list<Finding> */
    private array $findings = [];

    /** @var array<int, array<string, true>> lines that have a finding of their own, by period */
    private array $explained = [];

    /** @var array<int, array<string, float>> by period, figures that were reported or corrected, on the share basis of the day */
    private array $reported = [];

    private function __construct(private readonly FactSheet $facts)
    {
    }

    /**
     * All findings of a company's years, heaviest first.
     *
     * @return list<Finding>
     */
    public static function ofSheet(FactSheet $facts): array
    {
        $integrity = new self($facts);
        $integrity->periodsThatRepeat();
        $integrity->unitSlips();
        $integrity->signs();
        $integrity->splits();
        $integrity->countsAcrossQuarters();
        $previous = null;
        foreach ($facts->periods() as $year) {
            $unit = $integrity->roundingUnit($year);
            $integrity->sums($year, $unit);
            if ($previous !== null) {
                $integrity->gap($previous, $year);
                $integrity->cash($previous, $year, $unit);
            }
            $integrity->quarters($year, $unit);
            $integrity->earningsPerShare($year);
            $previous = $year;
        }
        $findings = $integrity->findings;
        usort(
            $findings,
            static fn (Finding $a, Finding $b): int => $b->weight <=> $a->weight ?:
            $b->period <=> $a->period ?:
            strcmp($a->key(), $b->key()),
        );

        return $findings;
    }

    /** The digit to which the amounts of a period were reported: the greatest power of ten, up to a million, that divides them all. */
    private function roundingUnit(int $period): float
    {
        $unit = 1e6;
        $items = LineItems::all();
        foreach ($this->reported($period) as $line => $value) {
            while ($items[$line]->unit === Unit::Money && $unit > 1 && fmod(abs($value), $unit) != 0.0) {
                $unit /= 10;
            }
        }

        return $unit;
    }

    private function sums(int $period, float $unit): void
    {
        foreach (LineItems::all() as $item) {
            $stated = $this->stated($item->key, $period);
            if ($stated === null) {
                continue;
            }
            foreach ($item->rules[$this->facts->template->value] ?? [] as $nth => $sum) {
                $computed = self::sum($sum, fn (string $line): ?float => $this->shown($line, $period));
                if (
                    $computed === null ||
                    ! self::differs($stated, $computed, max(self::TOLERANCE_SHARE * abs($stated), 2 * $unit)) ||
                    $this->isExplained($period, [$item->key, ...array_column($sum, 1)])
                ) {
                    continue;
                }
                $balance = $item->key === 'total_assets' && $nth === 1;
                $flipped = null;
                foreach ($sum as [$sign, $part]) {
                    $amount = $this->stated($part, $period);
                    if ($amount !== null && $amount != 0.0 && abs($stated - $computed + 2 * $sign * $amount) <= 2 * $unit) {
                        $flipped = $part;
                    }
                }
                $remedies =
                    $flipped === null
                        ? []
                        : [$this->remedy('flip', 'Turn the sign of '.self::name($flipped), [$flipped => -1.0], $period)];
                $dropped = $flipped === null ? $this->dropped(array_column($sum, 1), $period) : null;
                if ($dropped !== null) {
                    $sign = array_column($sum, 0, 1)[$dropped];
                    $remedies[] = new Remedy('replace', 'Supply '.self::name($dropped).' as the rest', [
                        [
                            'line' => $dropped,
                            'period' => $period,
                            'value' => ($stated - $computed) * $sign + ($this->stated($dropped, $period) ?? 0.0),
                        ],
                    ]);
                }
                $remedies[] = new Remedy('replace', 'Use the sum of the parts', [
                    ['line' => $item->key, 'period' => $period, 'value' => $computed],
                ]);
                $this->add(
                    new Finding(
                        $balance ? 'balance' : 'sum_of_parts',
                        $period,
                        $item->key,
                        $stated,
                        $computed,
                        ($balance
                            ? 'The balance sheet of '.FiscalPeriod::label($period).' does not balance: assets are '
                            : self::label($item->key).' of '.FiscalPeriod::label($period).' is stated as ').
                            self::amount($stated).
                            ($balance ? ', liabilities and equity ' : ', its parts give ').
                            self::amount($computed).
                            '.',
                        match (true) {
                            $flipped !== null => self::label($flipped).
                                ' seems to have the wrong sign: with the other sign the sum is right.',
                            $dropped !== null => self::label($dropped).
                                ' is reported in other years and not in this one: the difference of '.
                                self::amount($stated - $computed).
                                ' would be it.',
                            default => 'A part was dropped, misread, or belongs elsewhere; the difference is '.
                                self::amount($stated - $computed).
                                '.',
                        },
                        $balance ? 95 : (int) round(45 + 40 * min(1.0, abs($stated - $computed) / max(abs($stated), $unit))),
                        $remedies,
                    ),
                );
            }
        }
    }

    /**
     * A part as the statement shows it: a total nobody reported is the sum of its parts, a line only determined by a total is not shown.
     */
    private function shown(string $line, int $period): ?float
    {
        if ($this->facts->completion($line, $period) === DerivedTotals::DERIVED) {
            return null;
        }
        $parts = LineItems::all()[$line]->rules[$this->facts->template->value][0] ?? null;

        return $this->facts->value($line, $period) ??
            ($parts === null ? null : self::sum($parts, fn (string $part): ?float => $this->facts->value($part, $period)));
    }

    /**
     * The one part that other years report and this one does not.
     *
     * @param  list<string>  $parts
     */
    private function dropped(array $parts, int $period): ?string
    {
        $dropped = [];
        foreach ($parts as $part) {
            foreach ($this->stated($part, $period) === null ? $this->facts->periods() : [] as $year) {
                if (($this->stated($part, $year) ?? 0.0) != 0.0) {
                    $dropped[$part] = true;
                }
            }
        }

        return count($dropped) === 1 ? array_key_first($dropped) : null;
    }

    private function cash(int $before, int $year, float $unit): void
    {
        $previous = $this->facts->value('cash_and_equivalents', $before);
        $cash = $this->facts->value('cash_and_equivalents', $year);
        $change = $this->facts->value('net_change_in_cash', $year);
        if (
            $year - $before !== 10 ||
            $previous === null ||
            $cash === null ||
            $change === null ||
            ! self::differs($cash - $previous, $change, max(self::TOLERANCE_SHARE * abs($cash), 2 * $unit)) ||
            $this->isExplained($year, ['cash_and_equivalents', 'net_change_in_cash']) ||
            $this->isExplained($before, ['cash_and_equivalents'])
        ) {
            return;
        }
        $this->add(
            new Finding(
                'cash_roll_forward',
                $year,
                'net_change_in_cash',
                $cash - $previous,
                $change,
                'Cash moved by '.
                    self::amount($cash - $previous).
                    ' in '.
                    FiscalPeriod::label($year).
                    ', the cash-flow statement says '.
                    self::amount($change).
                    '.',
                'A cash-flow line was dropped or has the wrong sign, or cash is defined differently in the two statements.',
                60,
                [
                    new Remedy('replace', 'Use the change of the balance sheet', [
                        ['line' => 'net_change_in_cash', 'period' => $year, 'value' => $cash - $previous],
                    ]),
                ],
            ),
        );
    }

    private function quarters(int $year, float $unit): void
    {
        foreach (self::SUMMED_QUARTERS as $line) {
            $stated = $this->facts->value($line, $year);
            $sum = 0.0;
            for ($q = 1; $q <= 4; $q++) {
                $value = $this->facts->value($line, $year + $q);
                if ($value === null) {
                    continue 2;
                }
                $sum += $value;
            }
            // A restated year is not held against quarters of the first version.
            $same = $this->facts->fact($line, $year)?->filedOn === $this->facts->fact($line, $year + 4)?->filedOn;
            if (
                $stated === null ||
                ! $same ||
                ! self::differs($stated, $sum, max(self::TOLERANCE_SHARE * abs($stated), 2 * $unit)) ||
                $this->isExplained($year, [$line])
            ) {
                continue;
            }
            $this->add(
                new Finding(
                    'quarters_sum_to_year',
                    $year,
                    $line,
                    $stated,
                    $sum,
                    self::label($line).
                        ' of '.
                        FiscalPeriod::label($year).
                        ' is '.
                        self::amount($stated).
                        ', its four quarters add up to '.
                        self::amount($sum).
                        '.',
                    'One quarter is wrong, a figure since the start of the year was taken for a quarter, or the year was restated.',
                    55,
                    [new Remedy('replace', 'Use the sum of the quarters', [['line' => $line, 'period' => $year, 'value' => $sum]])],
                ),
            );
        }
    }

    private function earningsPerShare(int $year): void
    {
        foreach (['basic', 'diluted'] as $kind) {
            $stated = $this->stated("earnings_per_share_{$kind}", $year);
            $shares = $this->facts->value("{$kind}_shares_average", $year);
            $income = $this->facts->value('net_income_common', $year);
            if (
                $stated === null ||
                $shares === null ||
                $shares <= 0 ||
                $income === null ||
                $this->isExplained($year, ["earnings_per_share_{$kind}", "{$kind}_shares_average", 'net_income_common'])
            ) {
                continue;
            }
            $computed = $income / $shares;
            // Reported to the hundredth, and on the share basis of today.
            if (! self::differs($stated, $computed, max(0.02 * abs($computed), 0.006))) {
                continue;
            }
            $ratio = $computed != 0.0 ? $stated / $computed : 0.0;
            $this->add(
                new Finding(
                    'earnings_per_share',
                    $year,
                    "earnings_per_share_{$kind}",
                    $stated,
                    $computed,
                    self::label("earnings_per_share_{$kind}").
                        ' of '.
                        FiscalPeriod::label($year).
                        ' is '.
                        number_format($stated, 2).
                        '; net income over the average shares gives '.
                        number_format($computed, 2).
                        '.',
                    $ratio >= 1.8 || ($ratio > 0 && $ratio <= 0.56)
                        ? 'The two are on different share bases, or one of them is in another unit.'
                        : 'Income of another period or share class, or one of the three figures is misread.',
                    50,
                    [
                        new Remedy('replace', 'Use net income over shares', [
                            [
                                'line' => "earnings_per_share_{$kind}",
                                'period' => $year,
                                'value' => $this->filed("earnings_per_share_{$kind}", $year, $computed),
                            ],
                        ]),
                    ],
                ),
            );
        }
    }

    /** A line, or a whole statement of a year, about a thousand or a million times off its other years. */
    private function unitSlips(): void
    {
        $years = $this->facts->periods();
        $statements = [];
        foreach (LineItems::all() as $key => $item) {
            if ($item->statement === 'segment' || $item->unit === Unit::MoneyPerShare || ! $item->fits($this->facts->template)) {
                continue;
            }
            $statements[$item->unit === Unit::Money ? $item->statement : 'shares'][$key] = array_map(
                fn (int $year): ?float => $this->stated($key, $year),
                $years,
            );
        }
        $slips = self::scaleSlips($statements, 250.0);
        foreach ($slips['columns'] as $slip) {
            $year = $years[$slip['position']];
            $factor = $slip['direction'] === 'up' ? 1 / 1000 : 1000.0;
            $lines = array_filter(
                array_keys($statements[$slip['statement']]),
                fn (string $line): bool => $this->stated($line, $year) !== null,
            );
            $words =
                ['income' => 'income statement', 'balance' => 'balance sheet', 'cash_flow' => 'cash-flow statement'][$slip['statement']] ??
                'share counts';
            $this->explain($year, array_values($lines));
            $this->add(
                new Finding(
                    'unit_slip',
                    $year,
                    null,
                    null,
                    null,
                    "The {$words} of ".
                        FiscalPeriod::label($year).
                        ' is about a thousand times '.
                        ($slip['direction'] === 'up' ? 'larger' : 'smaller').
                        " than that of the other years ({$slip['lines_off']} of {$slip['lines_tested']} lines).",
                    'Units slipped: thousands were taken for millions, or the other way round.',
                    92,
                    [
                        $this->remedy(
                            'rescale',
                            $factor > 1 ? 'Multiply by 1,000' : 'Divide by 1,000',
                            array_fill_keys($lines, $factor),
                            $year,
                        ),
                    ],
                ),
            );
        }
        foreach ($slips['lines'] as $slip) {
            $year = $years[$slip['position']];
            if (! in_array($slip['line'], LineItems::NEVER_NEGATIVE, true) || in_array($slip['line'], self::LUMPY, true)) {
                continue;
            }
            $others = array_map(
                abs(...),
                array_filter(
                    $statements[$slip['statement']][$slip['line']],
                    static fn (?float $value, int $at): bool => $value !== null && $value != 0.0 && $at !== $slip['position'],
                    ARRAY_FILTER_USE_BOTH,
                ),
            );
            $factor = 10 ** (3 * round(log10($slip['ratio']) / 3));
            if (
                $factor == 1.0 ||
                $others === [] ||
                max($others) / min($others) > self::STEADY ||
                abs(log10($slip['ratio'] / $factor)) > 0.7
            ) {
                continue;
            }
            $this->explain($year, [$slip['line']]);
            $stated = $this->stated($slip['line'], $year);
            $this->add(
                new Finding(
                    'unit_slip',
                    $year,
                    $slip['line'],
                    $stated,
                    $stated / $factor,
                    self::label($slip['line']).
                        ' of '.
                        FiscalPeriod::label($year).
                        ' is '.
                        self::amount((float) $stated).
                        ', about '.
                        self::amount($factor > 1 ? $factor : 1 / $factor).
                        ' times '.
                        ($factor > 1 ? 'larger' : 'smaller').
                        ' than in the other years.',
                    'Units slipped in this line: thousands for millions, or a figure typed without its scale.',
                    90,
                    [
                        $this->remedy(
                            'rescale',
                            $factor > 1 ? 'Divide by '.self::amount($factor) : 'Multiply by '.self::amount(1 / $factor),
                            [$slip['line'] => 1 / $factor],
                            $year,
                        ),
                    ],
                ),
            );
        }
    }

    private function signs(): void
    {
        foreach ($this->facts->periods() as $year) {
            foreach (LineItems::NEVER_NEGATIVE as $line) {
                $stated = $this->stated($line, $year);
                if ($stated === null || $stated >= 0 || $this->isExplained($year, [$line])) {
                    continue;
                }
                $this->explain($year, [$line]);
                $this->add(
                    new Finding(
                        'sign',
                        $year,
                        $line,
                        $stated,
                        -$stated,
                        self::label($line).' of '.FiscalPeriod::label($year).' is negative: '.self::amount($stated).'.',
                        'Costs or outflows were entered with a minus; here a figure is positive in the sense of its name.',
                        80,
                        [$this->remedy('flip', 'Turn the sign', [$line => -1.0], $year)],
                    ),
                );
            }
        }
    }

    /** Counts that jump by a split's ratio between two years while earnings per share move the other way. */
    private function splits(): void
    {
        $years = $this->facts->periods();
        foreach ($years as $i => $year) {
            $before = $years[$i - 1] ?? null;
            if ($before === null || $year - $before !== 10) {
                continue;
            }
            $count = $this->stated('basic_shares_average', $year) ?? $this->stated('shares_outstanding_period_end', $year);
            $was = $this->stated('basic_shares_average', $before) ?? $this->stated('shares_outstanding_period_end', $before);
            if (
                $count === null ||
                $was === null ||
                $was <= 0 ||
                $count <= 0 ||
                $this->isExplained($year, ['basic_shares_average', 'shares_outstanding_period_end']) ||
                $this->isExplained($before, ['basic_shares_average', 'shares_outstanding_period_end'])
            ) {
                continue;
            }
            $ratio = $count / $was;
            $times = round($ratio >= 1 ? $ratio : 1 / $ratio);
            $split = $ratio >= 1 ? $times : 1 / $times;
            $equity = $this->facts->value('total_equity', $year);
            $equityWas = $this->facts->value('total_equity', $before);
            // Shares issued for money come with equity; a split brings none.
            if (
                $times < 2 ||
                abs($ratio / $split - 1) > 0.08 ||
                $equity === null ||
                $equityWas === null ||
                $equityWas <= 0 ||
                $equity / $equityWas > 1 + 0.4 * ($times - 1)
            ) {
                continue;
            }
            $lines = [
                'basic_shares_average' => $split,
                'diluted_shares_average' => $split,
                'shares_outstanding_period_end' => $split,
                'earnings_per_share_basic' => 1 / $split,
                'earnings_per_share_diluted' => 1 / $split,
                'dividends_per_share' => 1 / $split,
            ];
            $earlier = [];
            foreach (array_slice($years, 0, $i) as $past) {
                array_push(
                    $earlier,
                    ...$this->remedy(
                        'rescale',
                        '',
                        array_filter($lines, fn (string $line): bool => $this->stated($line, $past) !== null, ARRAY_FILTER_USE_KEY),
                        $past,
                    )->figures,
                );
            }
            $this->explain($year, ['shares_outstanding_period_end']);
            $this->add(
                new Finding(
                    'split',
                    $year,
                    'basic_shares_average',
                    $count,
                    $was * $split,
                    'The share count goes from '.
                        self::amount($was).
                        ' to '.
                        self::amount($count).
                        ' in '.
                        FiscalPeriod::label($year).
                        ', and equity does not move with it.',
                    ($split > 1 ? "A split of {$times} for 1" : "A reverse split of 1 for {$times}").
                        ' that the earlier years were not adjusted for and that is not among the splits.',
                    75,
                    [new Remedy('rescale', 'Put the earlier years on the new share basis', $earlier)],
                ),
            );
        }
    }

    /** Counts that leave their level from one quarter to the next by a split's ratio, and equity does not go with them. */
    private function countsAcrossQuarters(): void
    {
        $line = 'shares_outstanding_period_end';
        $counts = [];
        foreach ($this->facts->periods(quarters: true) as $quarter) {
            $counts[$quarter] = $this->stated($line, $quarter);
        }
        foreach ($counts === [] ? [] : $this->facts->periods() as $year) {
            $counts[$year + 4] ??= $this->stated($line, $year);
        }
        $counts = array_filter($counts, static fn (?float $count): bool => $count !== null && $count > 0);
        ksort($counts);
        $before = null;
        $periods = array_keys($counts);
        foreach ($periods as $i => $period) {
            $ratio = $before === null ? 1.0 : $counts[$period] / $counts[$before];
            $times = max($ratio, 1 / $ratio);
            $equity = $this->facts->instant('total_equity', $period);
            $equityWas = $before === null ? null : $this->facts->instant('total_equity', $before);
            $grew = $equity !== null && $equityWas !== null && $equityWas > 0 && $equity / $equityWas > 1 + 0.4 * ($times - 1);
            $isKnown = $before !== null && $this->isExplained(FiscalPeriod::year(FiscalPeriod::fiscalYear($period)), [$line]);
            if ($before === null || $isKnown || round($times) < 2 || abs($times / round($times) - 1) > 0.08 || $grew) {
                $before = $period;

                continue;
            }
            $at = $this->facts->isReported($line, $period) ? $period : $period - 4;
            $this->add(
                new Finding(
                    'share_count_jump',
                    $at,
                    $line,
                    $counts[$period],
                    $counts[$before],
                    'The share count goes from '.
                        self::amount($counts[$before]).
                        ' in '.
                        FiscalPeriod::label($before).
                        ' to '.
                        self::amount($counts[$period]).
                        ' in '.
                        FiscalPeriod::label($at).
                        ', and equity does not move with it.',
                    'That report counts in shares of the other side of a split, or a split is not among the splits.',
                    70,
                    [
                        $this->remedy(
                            'rescale',
                            'Put the count on the share basis of the reports before it',
                            [$line => 1 / ($ratio >= 1 ? round($times) : 1 / round($times))],
                            $at,
                        ),
                    ],
                ),
            );
            // A level that holds is the new one; one that does not was a report on its own.
            $next = $counts[$periods[$i + 1] ?? 0] ?? null;
            if ($next !== null && max($next / $counts[$period], $counts[$period] / $next) < 1.4) {
                $before = $period;
            }
        }
    }

    /** Two years with the same figures: a column was shifted or filled twice. */
    private function periodsThatRepeat(): void
    {
        $years = $this->facts->periods();
        foreach ($years as $i => $year) {
            $before = $years[$i - 1] ?? null;
            if ($before === null) {
                continue;
            }
            $same = $compared = 0;
            foreach (array_intersect_key($this->reported($year), $this->reported($before)) as $line => $now) {
                if ($now != 0.0 && LineItems::all()[$line]->unit === Unit::Money) {
                    $compared++;
                    $same += $now === $this->stated($line, $before) ? 1 : 0;
                }
            }
            if ($compared < 5 || $same < 0.8 * $compared) {
                continue;
            }
            $lines = array_keys(array_intersect_key(LineItems::all(), $this->reported($year)));
            $this->explain($year, array_keys(LineItems::all()));
            $this->add(
                new Finding(
                    'repeated_period',
                    $year,
                    null,
                    null,
                    null,
                    FiscalPeriod::label($year).
                        ' has the same figures as '.
                        FiscalPeriod::label($before).
                        " in {$same} of {$compared} lines.",
                    'A column was shifted or copied: the figures of one year stand under another.',
                    85,
                    [
                        new Remedy(
                            'strike',
                            'Strike out '.FiscalPeriod::label($year),
                            array_map(static fn (string $line): array => ['line' => $line, 'period' => $year, 'value' => null], $lines),
                        ),
                    ],
                ),
            );
        }
    }

    private function gap(int $before, int $year): void
    {
        if ($year - $before > 10) {
            $missing = implode(', ', array_map(static fn (int $y): string => FiscalPeriod::label($y), range($before + 10, $year - 10, 10)));
            $this->add(
                new Finding(
                    'missing_year',
                    $year - 10,
                    null,
                    null,
                    null,
                    "{$missing} was not reported or is not in the data.",
                    'A report was skipped, or one download has another date range than the other.',
                    40,
                ),
            );
        }
        $from = $this->facts->periodEnd($before);
        $to = $this->facts->periodEnd($year);
        if ($year - $before === 10 && $from !== null && $to !== null && abs(Day::between($from, $to) - 365) > 20) {
            $this->add(
                new Finding(
                    'period_length',
                    $year,
                    null,
                    null,
                    null,
                    FiscalPeriod::label($year).' ends '.Day::between($from, $to).' days after '.FiscalPeriod::label($before).'.',
                    'The fiscal year was moved, a short period is reported as a year, or two reports overlap.',
                    45,
                ),
            );
        }
    }

    /** A figure that was reported (or corrected), on the share basis of the day; null if it was computed or is unknown. */
    private function stated(string $line, int $period): ?float
    {
        return $this->reported($period)[$line] ?? null;
    }

    /** @return array<string, float> */
    private function reported(int $period): array
    {
        return $this->reported[$period] ??= $this->facts->reported($period);
    }

    /** A value on today's share basis as it would have stood in its filing. */
    private function filed(string $line, int $period, float $value): float
    {
        $fact = $this->facts->fact($line, $period);
        $now = $this->facts->value($line, $period);

        return $fact === null || $now === null || $now == 0.0 ? $value : ($value * $fact->value) / $now;
    }

    /**
     * @param  'rescale'|'flip'  $kind
     * @param  array<string, float>  $factors  by line
     */
    private function remedy(string $kind, string $label, array $factors, int $period): Remedy
    {
        $figures = [];
        foreach ($factors as $line => $factor) {
            $figures[] = ['line' => $line, 'period' => $period, 'value' => ($this->facts->fact($line, $period)->value ?? 0.0) * $factor];
        }

        return new Remedy($kind, $label, $figures);
    }

    /** @param  list<string>  $lines */
    private function explain(int $period, array $lines): void
    {
        $this->explained[$period] = [...$this->explained[$period] ?? [], ...array_fill_keys($lines, true)];
    }

    /** @param  list<string>  $lines */
    private function isExplained(int $period, array $lines): bool
    {
        return array_intersect_key(array_flip($lines), $this->explained[$period] ?? []) !== [];
    }

    private function add(Finding $finding): void
    {
        $this->findings[] = $finding;
    }

    private static function label(string $line): string
    {
        return LineItems::all()[$line]->label;
    }

    private static function name(string $line): string
    {
        return lcfirst(self::label($line));
    }

    private static function amount(float $amount): string
    {
        return ($amount < 0 ? '−' : '').number_format(abs($amount), 0, '.', ' ');
    }

    /** Whether a stated figure differs from a computed one by more than is allowed. */
    public static function differs(float $stated, float $computed, float $allowed): bool
    {
        return abs($stated - $computed) > $allowed;
    }

    /**
     * A signed sum; null unless every required part is known (optional ones count as nothing).
     *
     * @param  list<array{int, string}>  $parts
     * @param  \Closure(string): ?float  $value
     */
    public static function sum(array $parts, \Closure $value): ?float
    {
        $sum = 0.0;
        foreach ($parts as [$sign, $line]) {
            $amount = $value($line);
            if ($amount === null) {
                if (LineItems::all()[$line]->absence === 'unknown') {
                    return null;
                }

                continue;
            }
            $sum += $sign * $amount;
        }

        return $sum;
    }

    /**
     * Figures about a thousand (or a million) times too large or small against the median of a line's other periods. A
     * period in which more than half of a statement's tested lines are off the same way is reported once, as a whole.
     *
     * @param  array<string, array<string, list<?float>>>  $statements  values per statement, line and period position
     * @return array{columns: list<array{statement: string, position: int, direction: string, lines_off: int, lines_tested: int}>,
     *     lines: list<array{statement: string, position: int, line: string, direction: string, ratio: float}>}
     */
    public static function scaleSlips(array $statements, float $ratioLimit): array
    {
        $columns = $lines = [];
        foreach ($statements as $statement => $series) {
            $off = $tested = [];
            foreach ($series as $line => $values) {
                foreach ($values as $position => $value) {
                    $others = [];
                    foreach ($values as $other => $amount) {
                        if ($other !== $position && $amount !== null && $amount != 0.0) {
                            $others[] = abs($amount);
                        }
                    }
                    if ($value === null || $value == 0.0 || count($others) < 3) {
                        continue;
                    }
                    $tested[$position] = ($tested[$position] ?? 0) + 1;
                    $ratio = abs($value) / (float) Descriptive::median($others);
                    if ($ratio >= $ratioLimit || $ratio <= 1 / $ratioLimit) {
                        $off[$position][$ratio >= $ratioLimit ? 'up' : 'down'][$line] = $ratio;
                    }
                }
            }
            ksort($off);
            foreach ($off as $position => $directions) {
                foreach ($directions as $direction => $found) {
                    if (count($found) > $tested[$position] / 2) {
                        $columns[] = [
                            'statement' => $statement,
                            'position' => $position,
                            'direction' => $direction,
                            'lines_off' => count($found),
                            'lines_tested' => $tested[$position],
                        ];

                        continue;
                    }
                    foreach ($found as $line => $ratio) {
                        $lines[] = [
                            'statement' => $statement,
                            'position' => $position,
                            'line' => $line,
                            'direction' => $direction,
                            'ratio' => $ratio,
                        ];
                    }
                }
            }
        }

        return ['columns' => $columns, 'lines' => $lines];
    }
}
