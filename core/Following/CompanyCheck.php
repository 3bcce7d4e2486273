<?php

declare(strict_types=1);

namespace Logion\Following;

use Logion\Figure\Words;
use Logion\Metric\Catalogue;
use Logion\Time\Day;
use Logion\Time\InvalidDay;

/** Something about a company that can be looked at on any day: a price, a criterion, a date, what was expected, reported or bought. */
final readonly class CompanyCheck
{
    /** Lines whose surprises and revisions can be looked at. */
    public const LINES = ['earnings_per_share_diluted', 'revenue', 'ebitda'];

    private const REVISION_DAYS = 90;

    private const MOST_DAYS = 730;

    /**
     * @param  float|null  $price  in the currency of the share and in the share terms of the day it was set
     * @param  int|null  $setOn  YYYYMMDD
     * @param  float|null  $within  of a level, as a part of it
     * @param  string|null  $line  whose surprise or revision is looked at
     * @param  float|null  $beyond  a fraction; negative for what is worse than so much
     * @param  int  $days  over which a revision is taken
     * @param  float|null  $amount  least money of a day's purchases
     * @param  int|null  $day  YYYYMMDD
     */
    private function __construct(
        public CheckKind $kind,
        public ?float $price = null,
        public ?int $setOn = null,
        public ?DrawnLevel $level = null,
        public ?float $within = null,
        public ?string $formula = null,
        public ?string $line = null,
        public ?float $beyond = null,
        public int $days = self::REVISION_DAYS,
        public ?float $amount = null,
        public ?int $day = null,
    ) {
    }

    /**
     * @param  array<string, mixed>  $told  kind, and price, within, formula, line, beyond, days, amount or day
     * @param  int  $setOn  day on which prices are meant
     * @param  DrawnLevel|null  $level  the line it names
     *
     * @throws InvalidCheck if something lacks or is out of bounds
     * @throws \Logion\Formula\FormulaError if a criterion cannot be understood
     */
    public static function read(array $told, int $setOn, Catalogue $catalogue, ?DrawnLevel $level = null): self
    {
        $kind = CheckKind::tryFrom((string) ($told['kind'] ?? '')) ??
            throw new InvalidCheck(Words::say('no_kind_of_check', kinds: implode(', ', array_column(CheckKind::cases(), 'value'))));

        return match ($kind) {
            CheckKind::PriceBelow, CheckKind::PriceAbove => new self($kind, self::figure($told, 'price', 1e-9, 1e12), $setOn),
            CheckKind::Level => new self(
                $kind,
                level: $level ?? throw new InvalidCheck(Words::say('check_needs_a_drawn_line')),
                within: self::figure($told, 'within', 0.0, 0.5),
            ),
            CheckKind::Criterion, CheckKind::CriterionEnds => new self($kind, formula: self::formula($told, $catalogue)),
            CheckKind::Surprise => new self($kind, line: self::line($told), beyond: self::figure($told, 'beyond', -10.0, 10.0)),
            CheckKind::Revision => new self(
                $kind,
                line: self::line($told),
                beyond: self::figure($told, 'beyond', -10.0, 10.0),
                days: isset($told['days']) ? (int) self::figure($told, 'days', 7, self::MOST_DAYS) : self::REVISION_DAYS,
            ),
            CheckKind::Insider => new self($kind, amount: self::figure($told + ['amount' => 0], 'amount', 0.0, 1e15)),
            CheckKind::Dividend => new self($kind),
            CheckKind::Date => new self($kind, day: self::dayOf($told)),
        };
    }

    /** In words, such as "price at or below 42.00". */
    public function words(Catalogue $catalogue): string
    {
        $decimal = static fn (?float $of): string => rtrim(rtrim(number_format($of ?? 0.0, 4, '.', ''), '0'), '.');
        $percent = static fn (?float $of): string => $decimal(100 * abs($of ?? 0.0));

        return match ($this->kind) {
            CheckKind::PriceBelow => Words::say('check_price_below', price: $decimal($this->price)),
            CheckKind::PriceAbove => Words::say('check_price_above', price: $decimal($this->price)),
            CheckKind::Level => Words::say('check_level', percent: $percent($this->within)),
            CheckKind::Criterion => Words::say('check_criterion', formula: (string) $this->formula),
            CheckKind::CriterionEnds => Words::say('check_criterion_ends', formula: (string) $this->formula),
            CheckKind::Surprise => $this->isDownward()
                ? Words::say('check_surprise_below', line: $catalogue->label((string) $this->line), percent: $percent($this->beyond))
                : Words::say('check_surprise_above', line: $catalogue->label((string) $this->line), percent: $percent($this->beyond)),
            CheckKind::Revision => $this->isDownward()
                ? Words::say(
                    'check_revised_down',
                    line: $catalogue->label((string) $this->line),
                    percent: $percent($this->beyond),
                    days: $this->days,
                )
                : Words::say(
                    'check_revised_up',
                    line: $catalogue->label((string) $this->line),
                    percent: $percent($this->beyond),
                    days: $this->days,
                ),
            CheckKind::Insider => Words::say('check_insider', amount: $decimal($this->amount)),
            CheckKind::Dividend => Words::say('check_dividend'),
            CheckKind::Date => Words::say('check_date', day: Day::iso((int) $this->day)),
        };
    }

    /** Whether it looks for what is worse than expected. */
    public function isDownward(): bool
    {
        return ($this->beyond ?? 0.0) < 0;
    }

    /** Whether a figure is at or beyond what is asked for. */
    public function isBeyond(float $figure): bool
    {
        return $this->isDownward() ? $figure <= $this->beyond : $figure >= $this->beyond;
    }

    /** @param  array<string, mixed>  $told */
    private static function figure(array $told, string $name, float $least, float $most): float
    {
        $figure = $told[$name] ?? null;
        if (! is_numeric($figure) || $figure < $least || $figure > $most) {
            throw new InvalidCheck(Words::say('check_needs_a_figure', field: $name, least: (string) $least, most: (string) $most));
        }

        return (float) $figure;
    }

    /** @param  array<string, mixed>  $told */
    private static function formula(array $told, Catalogue $catalogue): string
    {
        $formula = trim((string) ($told['formula'] ?? ''));
        if ($formula === '') {
            throw new InvalidCheck(Words::say('check_needs_a_criterion'));
        }
        // Whether it can be understood, and its units go together.
        $catalogue->unitOf($catalogue->parse($formula));

        return $formula;
    }

    /** @param  array<string, mixed>  $told */
    private static function line(array $told): string
    {
        $line = (string) ($told['line'] ?? self::LINES[0]);

        return in_array($line, self::LINES, true)
            ? $line
            : throw new InvalidCheck(Words::say('check_needs_a_line', lines: implode(', ', self::LINES)));
    }

    /** @param  array<string, mixed>  $told */
    private static function dayOf(array $told): int
    {
        try {
            return Day::parse((string) ($told['day'] ?? ''));
        } catch (InvalidDay) {
            throw new InvalidCheck(Words::say('check_needs_a_day'));
        }
    }
}
