<?php

declare(strict_types=1);

namespace Logion\Intake;

use Logion\Figure\Words;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;

/**
 * What the heading of a column says of time: the span its flows cover and the day that span ends on, told from its cell and, where
 * that does not say all, from the rows above it ("Six months ended June 30," over "2024"). A span is never taken for another.
 */
final readonly class PeriodHeading
{
    /** A year, a second half, a quarter, or the part of a year from its start. */
    public const YEAR = 'year';

    public const HALF = 'half';

    public const QUARTER = 'quarter';

    public const YEAR_TO_DATE = 'year_to_date';

    /** A day of which balances are; which span flows cover is not said. */
    public const DAY = 'day';

    /** Nothing of the past: an estimate, a trailing year, a change. */
    public const LEFT_OUT = 'left_out';

    private const LONGEST = 80;

    private const MONTHS = '(?:jan|feb|m[aä]r|apr|may|mai|jun|jul|aug|sep|oct|okt|nov|dec|dez)[a-zä]*\.?';

    private const TRAILING = '/\b(?:LTM|TTM|NTM|trailing|rolling|last twelve months|last 12 months|moving)\b/i';

    private const ESTIMATED =
        '/\b(?:FY|CY)?\s?\'?(?:19|20)?\d\d\s?\(?(?:E|F|P|e)\)?(?![a-z])|\b(?:est(?:imates?|imated|\.)?|forecast|budget(?:ed)?|guidance'.
        '|plan(?:ned)?|outlook|consensus|projected|projections?|target)\b/i';

    private const CHANGE =
        '/%|\b(?:vs\.?|versus|change|growth|yoy|y-o-y|qoq|variance|var\.|delta|diff(?:erence)?|cagr|bps|per '.
        '?cent)\b|Δ/i';

    private const OTHERWISE = '/\b(?:pro[- ]forma|constant currency|at constant|like[- ]for[- ]like|organic)\b/i';

    /** Words for spans, in months. */
    private const SPANS = [
        '/\b(?:year[- ]to[- ]date|YTD|cumulative|cum\.)\b/i' => -1,
        '/\b(?:three|3)[- ]months?\b|\b3 ?M\b|\bquarter(?:ly)?\b|\b(?:13|14|thirteen|fourteen)[- ]weeks?\b|\b3 Monate\b|\bQuartal\b/i' => 3,
        '/\b(?:six|6)[- ]months?\b|\b6 ?M\b|\bhalf[- ]?year(?:ly)?\b|\b(?:26|27|twenty[- ]six|twenty[- ]seven)[- ]weeks?\b|\bHY\b'.
        '|\binterim\b|\bHalbjahr\b|\b6 Monate\b|\bhalf\b/i' => 6,
        '/\b(?:nine|9)[- ]months?\b|\b9 ?M\b|\b(?:39|40|thirty[- ]nine|forty)[- ]weeks?\b|\bQ1 ?(?:-|–|to) ?Q3\b|\b9 Monate\b/i' => 9,
        '/\b(?:twelve|12)[- ]months?\b|\b12 ?M\b|\b(?:full|fiscal|financial)? ?years? (?:ended|ending|to|end)\b|\bfull[- ]year\b'.
        '|\bannual\b|\b(?:52|53|fifty[- ](?:two|three))[- ]weeks?\b|\bGeschäftsjahr\b/iu' => 12,
    ];

    /**
     * @param  'year'|'half'|'quarter'|'year_to_date'|'day'|'left_out'  $kind
     * @param  int  $period  the year or quarter it is or ends with
     * @param  bool  $numbered  whether the year is known by its number only, which a company may count in its own way
     * @param  string  $reason  why it is left out
     */
    private function __construct(
        public string $kind,
        public int $period = 0,
        public bool $numbered = false,
        public bool $restated = false,
        public string $reason = '',
    ) {
    }

    /**
     * @param  list<string>  $above  what stands above the cell, the nearest first
     * @return self|null null if the cell names no period
     *
     * @throws Refusal if it names a span that is no period of the fiscal year
     */
    public static function read(string $cell, array $above, FiscalCalendar $calendar): ?self
    {
        $cell = self::plain($cell);
        if ($cell === '' || mb_strlen($cell) > self::LONGEST || preg_match('/\d|quarter|half|year|^FY$/i', $cell) !== 1) {
            return null;
        }
        if (preg_match('/(?:19|20)\d\d|\d\d\s?[EFe]\b|TM\b/', $cell) === 1 && ($reason = self::whyLeftOut($cell)) !== null) {
            return self::leftOut($reason);
        }
        $restated = preg_match('/\b(?:restated|revised|adjusted|re-presented|represented)\b/i', $cell) === 1;
        $cell = self::bare($cell);
        if (preg_match('/^(?:YTD|year[- ]to[- ]date) \'?(?:20)?\d\d$|^(?:20)?\d\d (?:YTD|year[- ]to[- ]date)$/i', $cell) === 1) {
            return self::leftOut(Words::say('the_part_of_the_year_it'));
        }
        $read = self::whole($cell, $calendar);
        if ($read !== null && preg_match('/^(?:19|20)\d\d\b/', $cell) === 1 && $read->kind === self::YEAR && $read->numbered) {
            $read = self::yearUnder((int) $cell, $above, $calendar) ?? $read;
        }
        $read ??= self::completed($cell, $above, $calendar);

        return $read === null ? null : new self($read->kind, $read->period, $read->numbered, $restated, $read->reason);
    }

    /** Why a column with such a heading has no figures of a period; null if nothing in it says so. */
    private static function whyLeftOut(string $cell): ?string
    {
        return match (1) {
            preg_match(self::TRAILING, $cell) => Words::say('a_trailing_span_is_no_fiscal'),
            preg_match(self::ESTIMATED, $cell) => Words::say('an_estimate_not_a_reported_figure'),
            preg_match(self::CHANGE, $cell) => Words::say('a_change_not_a_figure'),
            preg_match(self::OTHERWISE, $cell) => Words::say('not_as_reported'),
            default => null,
        };
    }

    /** A column that names a span which is no period. */
    public static function leftOut(string $reason): self
    {
        return new self(self::LEFT_OUT, reason: $reason);
    }

    public function label(): string
    {
        return match ($this->kind) {
            self::LEFT_OUT => $this->reason,
            self::YEAR_TO_DATE => ($this->period % 10 === 3 ? '9M ' : 'H1 ').intdiv($this->period, 10),
            self::DAY => 'end of '.FiscalPeriod::label($this->period % 10 === 4 ? $this->period - 4 : $this->period),
            default => FiscalPeriod::label($this->period),
        };
    }

    /** A cell that says all by itself. */
    private static function whole(string $cell, FiscalCalendar $calendar): ?self
    {
        $text = $cell;
        $name = '(?:FYE?|F|fiscal(?: year)?|financial year|full[- ]year|year|annual|CY|YE|Jahr|GJ|Geschäftsjahr|season)';
        $split = '((?:19|20)?\d\d) ?[\/–-] ?((?:19|20)?\d\d)';
        if (preg_match("/^({$name})? ?{$split}$/iu", $text, $m) === 1 && (strlen($m[2]) === 4 || $m[1] !== '')) {
            $first = strlen($m[2]) === 4 ? $m[2] : "20{$m[2]}";
            if (self::follow($first, $m[3])) {
                return new self(self::YEAR, $calendar->numbered((int) $first + 1, byEnd: true));
            }
        }
        if (
            preg_match("/^{$name}?[ .'-]*((?:19|20)\\d\\d)(?: ?[AR])?$/iu", $text, $m) === 1 ||
            preg_match("/^((?:19|20)\\d\\d) {$name}$/iu", $text, $m) === 1
        ) {
            return new self(self::YEAR, FiscalPeriod::year((int) $m[1]), numbered: true);
        }
        if (preg_match('/^(?:FY|F) ?\'?(\d\d)A?$/i', $text, $m) === 1) {
            return new self(self::YEAR, FiscalPeriod::year(2000 + (int) $m[1]), numbered: true);
        }

        return self::part($text, $calendar) ?? self::fromTo($text, $calendar);
    }

    /** The cell without what says nothing of time: units, standards, marks of notes, and that it is audited or restated. */
    private static function bare(string $cell): string
    {
        $text = (string) preg_replace(
            [
                '/\((?![^)]*\b(?:months?|weeks?)\b)[^)]*\)/iu',
                '/\b(?:as )?(?:restated|revised|reported|adjusted|re-presented|represented)\b|\b(?:un)?audited\b|\bactuals?\b|\btotal\b/i',
                '/\b(?:IFRS|(?:US[- ])?GAAP)\b/',
                '/\b(?:[TM]\s?(?:[A-Z]{3}(?<!ARS)\b|[€£$])|(?:Mio|Mrd|Tsd)\.?\s?(?:[A-Z]{3}\b|[€£$]))/u',
                '/(?:\b[A-Z]{3}|[€£$¥])\s?\'?000s?\b/u',
                '/(?:US)?[€£$¥]\s?(?:mn?|bn|k|000)?\b|\b(?:in )?[A-Z]{3}\s?(?:mn?|mln|millions?|bn|k|thousands?)\b|\bin [A-Z]{3}\b/u',
                '/[*†‡¹²³]+$|\s?\(?\b\d\)$|\s[a-d]\)$/u',
                '/\s+/',
            ],
            [' ', ' ', ' ', ' ', ' ', ' ', '', ' '],
            $cell,
        );

        return trim($text, " \t,;:|");
    }

    /** "Q1 2024", "2nd quarter of fiscal 2024", "H1 2023/24", "9M 2024", and the other way round. */
    private static function part(string $text, FiscalCalendar $calendar): ?self
    {
        $year = '(?:(?:FY|F|fiscal(?: year)?|of|of fiscal) ?)?\'?((?:19|20)\d\d|\d\d)(?: ?[\/–-] ?((?:19|20)?\d\d))?';
        $spans = [
            '(?:Q([1-4])|([1-4])Q|(1st|2nd|3rd|4th|first|second|third|fourth)[- ]quarter|quarter ([1-4]))' => self::QUARTER,
            '(?:H([12])|([12])H|(1st|2nd|first|second)[- ]half(?:[- ]year)?|half(?:[- ]year)? ([12])|HY ?([12])|S([12]))' => self::HALF,
            '(?:(9) ?M|(?:first )?(nine|9)[- ]months|Q1 ?[-–] ?Q(3)|(6) ?M|(?:first )?(six|6)[- ]months|(3) ?M'.
            '|(?:first )?(three|3)[- ]months|(12) ?M'.
            '|(HY|half[- ]?year))' => self::YEAR_TO_DATE,
        ];
        foreach ($spans as $span => $kind) {
            $matched = preg_match("/^{$span}[ ,.\\/'-]*{$year}A?$/iu", $text, $m) === 1;
            if (! $matched && preg_match("/^{$year}A?[ ,.\\/-]*{$span}$/iu", $text, $n) === 1) {
                $matched = true;
                $m = [$n[0], ...array_pad(array_slice($n, 3), self::groups($span), ''), $n[1], $n[2] ?? ''];
            }
            if (! $matched) {
                continue;
            }
            $groups = self::groups($span);
            $which = strtolower(implode('', array_slice($m, 1, $groups)));
            $of = $m[$groups + 1] ?? '';
            $second = $m[$groups + 2] ?? '';
            if ($second !== '' && ! self::follow(strlen($of) === 4 ? $of : "20{$of}", $second)) {
                return null;
            }
            $fiscal = strlen($of) === 4 ? (int) $of : 2000 + (int) $of;
            $fiscal = $second === '' ? $fiscal : FiscalPeriod::fiscalYear($calendar->numbered($fiscal + 1, byEnd: true));
            $number = match (true) {
                str_starts_with($which, 'first'), str_starts_with($which, '1st') => 1,
                str_starts_with($which, 'second'), str_starts_with($which, '2nd') => 2,
                str_starts_with($which, 'third'), str_starts_with($which, '3rd'), $which === 'three' => 3,
                str_starts_with($which, 'fourth'), str_starts_with($which, '4th') => 4,
                $which === 'six', str_starts_with($which, 'h') => 6,
                $which === 'nine' => 9,
                default => (int) $which,
            };
            $quarter = static fn (int $n): int => FiscalPeriod::quarter($fiscal, $n);

            return match (true) {
                $kind === self::QUARTER => new self(self::QUARTER, $quarter($number), numbered: $second === ''),
                $kind === self::HALF && $number === 2 => new self(
                    self::HALF,
                    FiscalPeriod::year($fiscal) + FiscalPeriod::SECOND_HALF,
                    numbered: $second === '',
                ),
                $kind === self::HALF => new self(self::YEAR_TO_DATE, $quarter(2), numbered: $second === ''),
                // "Q1-Q3" leaves the 3, "9M" the 9.
                $number === 12 => new self(self::YEAR, FiscalPeriod::year($fiscal), numbered: $second === ''),
                $number === 9 || preg_match('/Q1 ?[-–] ?Q3/i', $text) === 1 => new self(
                    self::YEAR_TO_DATE,
                    $quarter(3),
                    numbered: $second === '',
                ),
                $number === 6 => new self(self::YEAR_TO_DATE, $quarter(2), numbered: $second === ''),
                default => new self(self::QUARTER, $quarter(1), numbered: $second === ''),
            };
        }

        return null;
    }

    private static function groups(string $pattern): int
    {
        return substr_count($pattern, '(') - substr_count($pattern, '(?:');
    }

    /** "1 January – 30 June 2024", "Jan-Sep 2024", "01.01.2024 to 30.06.2024": a span between two days. */
    private static function fromTo(string $text, FiscalCalendar $calendar): ?self
    {
        $months = self::MONTHS;
        $text = (string) preg_replace('/^(?:the )?(?:period )?(?:from )?/i', '', $text);
        if (preg_match("/^({$months}) ?(?:[-–]|to) ?({$months}),? ?'?((?:19|20)?\\d\\d)$/iu", $text, $m) === 1) {
            $year = strlen($m[3]) === 4 ? (int) $m[3] : 2000 + (int) $m[3];
            $end = $year * 100 + self::month($m[2]);
            $first = self::month($m[1]);
            $start = ($first > self::month($m[2]) ? $year - 1 : $year) * 10000 + $first * 100 + 1;

            return self::between($start, $end * 100 + Day::daysOfMonth($end), $calendar);
        }
        if (preg_match('/^(.{4,20}?)\s*(?:[–—]|-(?=\s)|\bto\b|\bthrough\b|\buntil\b)\s*(.{6,20})$/iu', $text, $m) === 1) {
            [$start, $end] = self::numericSpan($m[1], $m[2], $calendar) ?? [null, self::day($m[2], $calendar)];
            $start ??=
                $end === null ? null : self::day($m[1], $calendar, false) ?? self::day($m[1].' '.Day::year($end), $calendar, false);
            if ($start !== null && $start < $end) {
                return self::between($start, $end, $calendar);
            }
        }

        return null;
    }

    /**
     * Two days written in numbers, in the one order of day and month in which both exist and the second ends a quarter.
     *
     * @return array{int, int}|null
     */
    private static function numericSpan(string $first, string $last, FiscalCalendar $calendar): ?array
    {
        foreach ([DateFormat::DayFirst, DateFormat::MonthFirst] as $order) {
            [$start, $end] = [self::numeric($order, $first), self::numeric($order, $last)];
            if ($start !== null && $end !== null && $calendar->quarterEnding($end) !== null) {
                return [$start, $end];
            }
        }

        return null;
    }

    private static function numeric(DateFormat $order, string $text): ?int
    {
        return preg_match('~^\s*\d{1,2}[./-]\d{1,2}[./-](?:\d{4}|\d{2})\s*$~', $text) === 1 ? self::valid($order, $text) : null;
    }

    private static function between(int $start, int $end, FiscalCalendar $calendar): self
    {
        ['kind' => $kind, 'period' => $period] = $calendar->period($start, $end);

        return new self($kind === 'balance' ? self::DAY : $kind, $period);
    }

    /**
     * A cell that needs what stands above it: a year under a span with its day, a day under a span, a quarter under a year.
     *
     * @param  list<string>  $above
     */
    private static function completed(string $cell, array $above, FiscalCalendar $calendar): ?self
    {
        $own = self::months($cell);
        // "Sep-23 YTD", "June 30, 2023 (6 months)": the span may stand behind its end.
        $day = self::day($cell, $calendar) ?? self::day(trim((string) preg_replace(array_keys(self::SPANS), ' ', $cell), ' ()'), $calendar);
        if ($day !== null) {
            $months = $own ?? self::firstOf($above, self::months(...));

            return self::ending($day, $months, $calendar);
        }
        foreach ($above as $text) {
            $text = self::plain($text);
            if (preg_match('/^((?:19|20)\d\d|(?:FY|fiscal(?: year)?) ?\'?(?:20)?\d\d)$/i', $text, $m) === 1) {
                // "Q1" under "2024", and "FY" beside it.
                return preg_match('/^(?:FY|full[- ]year|year|annual)$/i', $cell) === 1
                    ? self::whole($m[1], $calendar)
                    : self::part("{$cell} {$m[1]}", $calendar);
            }
        }

        return null;
    }

    /** A span of months that ends on a day. */
    private static function ending(int $day, ?int $months, FiscalCalendar $calendar): ?self
    {
        $quarter = $calendar->quarterEnding($day);
        if ($quarter === null) {
            return $months === null
                ? null
                : throw Refusal::because(
                    Words::say('does_not_end_a_quarter_of', day: Day::iso($day), yearEndMonth: $calendar->yearEndMonth),
                );
        }
        $period = FiscalPeriod::quarter(...$quarter);
        $isYearEnd = $quarter[1] === 4;
        if ($months === null) {
            return new self(self::DAY, $period);
        }

        return match (true) {
            $months === -1 => new self(
                $isYearEnd ? self::YEAR : ($quarter[1] === 1 ? self::QUARTER : self::YEAR_TO_DATE),
                $isYearEnd ? FiscalPeriod::year($quarter[0]) : $period,
            ),
            $months === 12 && $isYearEnd => new self(self::YEAR, FiscalPeriod::year($quarter[0])),
            $months === 3 => new self(self::QUARTER, $period),
            $months === 6 && $isYearEnd => new self(self::HALF, FiscalPeriod::year($quarter[0]) + FiscalPeriod::SECOND_HALF),
            $months === 3 * $quarter[1] => new self(self::YEAR_TO_DATE, $period),
            default => throw Refusal::because(
                Words::say('months_up_to_are_no_part', months: $months, day: Day::iso($day), yearEndMonth: $calendar->yearEndMonth),
            ),
        };
    }

    /**
     * A year alone under "Six months ended June 30," is completed by the day of those words.
     *
     * @param  list<string>  $above
     */
    private static function yearUnder(int $year, array $above, FiscalCalendar $calendar): ?self
    {
        foreach ($above as $text) {
            $text = self::plain($text);
            $months = self::months($text);
            // A day with a year of its own is that of a report or a meeting, unless it is said that something ends or stands on it.
            $said = '(?:ended|ending|ends|as of|as at|at|to) (?:the )?';
            $date =
                '(?:('.self::MONTHS.')(?: (\d{1,2})(?!\d))?|\b(\d{1,2})(?:st|nd|rd|th|\.)? ('.self::MONTHS.'))(?:st|nd|rd|th)?\b';
            $day =
                preg_match("/{$said}{$date}|{$date}(?!,? ?(?:19|20)?\\d\\d)/iu", $text, $m) === 1
                    ? self::monthDay($year, array_values(array_filter(array_slice($m, 1), static fn (string $part): bool => $part !== '')))
                    : null;
            if ($day !== null) {
                return self::ending($day, $months ?? self::firstOf($above, self::months(...)), $calendar);
            }
            if ($months === 12) {
                return null;
            }
            if ($months !== null) {
                throw Refusal::because(Words::say('the_span_is_named_and_the'));
            }
        }

        return null;
    }

    /** @param  list<string>  $parts  a month and a day in either order, or a month */
    private static function monthDay(int $year, array $parts): ?int
    {
        [$first, $second] = [$parts[0], $parts[1] ?? '0'];

        return ctype_digit($first)
            ? self::dayOf($year, self::month($second), (int) $first)
            : self::dayOf($year, self::month($first), (int) $second);
    }

    /** The months a text names; −1 for the part of a year from its start; null if it names none. */
    private static function months(string $text): ?int
    {
        foreach (self::SPANS as $pattern => $months) {
            if (preg_match($pattern, $text) === 1) {
                return $months;
            }
        }

        return null;
    }

    /**
     * @param  list<string>  $texts
     * @param  callable(string): ?int  $of
     */
    private static function firstOf(array $texts, callable $of): ?int
    {
        foreach ($texts as $text) {
            $found = $of($text);
            if ($found !== null) {
                return $found;
            }
        }

        return null;
    }

    /** The day a text names at its end, where a month without a day means its last one. */
    private static function day(string $text, FiscalCalendar $calendar, bool $ends = true): ?int
    {
        $months = self::MONTHS;
        if (
            preg_match("/(?:^|\\s)({$months})([ .\\/'-]*)((?:19|20)\\d\\d|\\d\\d)$/iu", $text, $m) === 1 &&
            self::month($m[1]) > 0 &&
            // "June 29" is a day without a year; "Jun-29" and "Jun 23" are months with one.
            (strlen($m[3]) === 4 || trim($m[2], ' .') !== '' || $m[2] === '' || ((int) $m[3] > 5 && (int) $m[3] < 28))
        ) {
            return self::dayOf(strlen($m[3]) === 4 ? (int) $m[3] : 2000 + (int) $m[3], self::month($m[1]), $ends ? 0 : 1);
        }
        if (preg_match("/({$months}) (\\d{1,2})(?:st|nd|rd|th)?,? ((?:19|20)\\d\\d)$/iu", $text, $m) === 1) {
            return self::dayOf((int) $m[3], self::month($m[1]), (int) $m[2]);
        }
        if (preg_match("/\\b(\\d{1,2})(?:st|nd|rd|th)?[ .-]*({$months})[ ,.'-]*((?:19|20)?\\d\\d)$/iu", $text, $m) === 1) {
            return self::dayOf(strlen($m[3]) === 4 ? (int) $m[3] : 2000 + (int) $m[3], self::month($m[2]), (int) $m[1]);
        }
        if (preg_match('~(?:^|\s)(?:(0?[1-9]|1[0-2])/((?:19|20)\d\d|\d\d)|((?:19|20)\d\d)-(0[1-9]|1[0-2]))$~', $text, $m) === 1) {
            $year = $m[2] !== '' ? $m[2] : $m[3];

            return self::dayOf(strlen($year) === 4 ? (int) $year : 2000 + (int) $year, (int) ($m[1] !== '' ? $m[1] : $m[4]), $ends ? 0 : 1);
        }
        if (preg_match("/({$months})[ .-]+(\\d{1,2})(?:st|nd|rd|th)?[ ,.-]+((?:19|20)\\d\\d)$/iu", $text, $m) === 1) {
            return self::dayOf((int) $m[3], self::month($m[1]), (int) $m[2]);
        }
        if (preg_match('~(?:^|\s)(\d{4}-\d{1,2}-\d{1,2}|\d{8}|\d{4}[./]\d{2}[./]\d{2})(?:[T ]00:00.*)?$~', $text, $m) === 1) {
            return self::valid(DateFormat::YearFirst, $m[1]);
        }
        if (preg_match('~(?:^|\s)(\d{1,2}[./-]\d{1,2}[./-](?:\d{4}|\d{2}))$~', $text, $m) === 1) {
            // Of both orders the one counts that ends a quarter; a first day may be either.
            $days = array_filter([self::valid(DateFormat::DayFirst, $m[1]), self::valid(DateFormat::MonthFirst, $m[1])]);
            $ending = array_filter($days, static fn (int $day): bool => $calendar->quarterEnding($day) !== null);

            return array_values($ends && $ending !== [] ? $ending : $days)[0] ?? null;
        }

        return null;
    }

    private static function valid(DateFormat $format, string $text): ?int
    {
        try {
            return $format->parse($text);
        } catch (Refusal) {
            return null;
        }
    }

    /** @param  int  $day  0 for the last of the month */
    private static function dayOf(int $year, int $month, int $day): ?int
    {
        $of = $year * 100 + $month;

        return $month === 0 || $day > Day::daysOfMonth($of) ? null : $of * 100 + ($day === 0 ? Day::daysOfMonth($of) : $day);
    }

    private static function month(string $name): int
    {
        $at = [
            'jan' => 1,
            'feb' => 2,
            'mar' => 3,
            'mär' => 3,
            'apr' => 4,
            'may' => 5,
            'mai' => 5,
            'jun' => 6,
            'jul' => 7,
            'aug' => 8,
            'sep' => 9,
            'oct' => 10,
            'okt' => 10,
            'nov' => 11,
            'dec' => 12,
            'dez' => 12,
        ];

        return $at[mb_substr(mb_strtolower($name), 0, 3)] ?? 0;
    }

    /** Whether a second year, perhaps without its century, follows a first one. */
    private static function follow(string $first, string $second): bool
    {
        return strlen($second) === 4 ? (int) $second === (int) $first + 1 : (int) $second === ((int) $first + 1) % 100;
    }

    private static function plain(string $text): string
    {
        return trim((string) preg_replace('/[\s\x{00A0}\x{2009}\x{202F}]+/u', ' ', str_replace(['‘', '’'], "'", $text)));
    }
}
