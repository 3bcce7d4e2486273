<?php

declare(strict_types=1);

namespace Logion\Reporting\Quality;

use Logion\Figure\Numerals;
use Logion\Reporting\FactSheet;
use Logion\Reporting\LineItems;
use Logion\Reporting\Rounding;

/** Statements of one company under examination: what checks read of them, what they found, and what is thereby explained. */
final class Examination
{
    /** @var list<Finding> */
    private array $findings = [];

    /** @var array<int, array<string, true>> lines that have a finding of their own, by period */
    private array $explained = [];

    /** @var array<int, array<string, float>> by period, figures that were reported or corrected, on the share basis of the day */
    private array $reported = [];

    /** @var array<int, float> */
    private array $units = [];

    public function __construct(public readonly FactSheet $facts)
    {
    }

    /** @return list<Finding> so far */
    public function findings(): array
    {
        return $this->findings;
    }

    /** The digit to which the amounts of a period were reported, at most a million. */
    public function roundingUnit(int $period): float
    {
        return $this->units[$period] ??= Rounding::digit($this->reported($period), 1.0);
    }

    /** A figure that was reported (or corrected), on the share basis of the day; null if it was computed or is unknown. */
    public function stated(string $line, int $period): ?float
    {
        return $this->reported($period)[$line] ?? null;
    }

    /** @return array<string, float> */
    public function reported(int $period): array
    {
        return $this->reported[$period] ??= $this->facts->reported($period);
    }

    /** A value on today's share basis as it would have stood in its filing. */
    public function filed(string $line, int $period, float $value): float
    {
        $fact = $this->facts->fact($line, $period);
        $now = $this->facts->value($line, $period);

        return $fact === null || $now === null || $now == 0.0 ? $value : ($value * $fact->value) / $now;
    }

    /**
     * @param  'rescale'|'flip'  $kind
     * @param  array<string, float>  $factors  by line
     */
    public function remedy(string $kind, string $label, array $factors, int $period): Remedy
    {
        $figures = [];
        foreach ($factors as $line => $factor) {
            $figures[] = ['line' => $line, 'period' => $period, 'value' => ($this->facts->fact($line, $period)->value ?? 0.0) * $factor];
        }

        return new Remedy($kind, $label, $figures);
    }

    /** @param  list<string>  $lines */
    public function explain(int $period, array $lines): void
    {
        $this->explained[$period] = [...$this->explained[$period] ?? [], ...array_fill_keys($lines, true)];
    }

    /** @param  list<string>  $lines */
    public function isExplained(int $period, array $lines): bool
    {
        return array_intersect_key(array_flip($lines), $this->explained[$period] ?? []) !== [];
    }

    public function add(Finding $finding): void
    {
        $this->findings[] = $finding;
    }

    public static function label(string $line): string
    {
        return LineItems::all()[$line]->label;
    }

    public static function name(string $line): string
    {
        return lcfirst(self::label($line));
    }

    public static function amount(float $amount): string
    {
        return Numerals::decimal($amount);
    }
}
