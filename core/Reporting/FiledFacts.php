<?php

declare(strict_types=1);

namespace Logion\Reporting;

use Generator;
use IteratorAggregate;

/**
 * The facts of a company, filing by filing in the order in which they became public, and a reader's corrections beside them. A
 * company has thousands of facts in a few dozen filings, so they are kept by filing and made one by one for those who ask.
 *
 * @implements IteratorAggregate<int, FiledFact>
 */
final class FiledFacts implements IteratorAggregate
{
    private const MOST_SHAPES = 10000;

    /** @var array<string, string> each shape once, however many filings have it */
    private static array $shapes = [];

    /**
     * @param  list<FiledPeriod>  $filed  by day and filing, ascending
     * @param  list<FiledFact>  $corrections  the later ones count
     */
    private function __construct(public readonly array $filed, public readonly array $corrections)
    {
    }

    /** @param  iterable<FiledFact>  $facts  in any order; of two facts of a filing about the same, the later counts */
    public static function of(iterable $facts): self
    {
        $corrections = $values = $days = [];
        foreach ($facts as $fact) {
            if ($fact->isCorrection()) {
                $corrections[] = $fact;
            } else {
                $values["{$fact->filedOn} {$fact->filing}"][$fact->period][$fact->line] = $fact->value;
                $days["{$fact->filedOn} {$fact->filing}"] = [$fact->filedOn, $fact->filing];
            }
        }
        $filed = [];
        foreach ($values as $key => $periods) {
            foreach ($periods as $period => $lines) {
                $filed[] = new FiledPeriod($period, $days[$key][0], $days[$key][1], $lines, self::shape($lines));
            }
        }

        return self::sorted($filed, $corrections);
    }

    /**
     * From what filings report, each in the order of a list.
     *
     * @param  list<string>  $lines
     * @param  list<int>  $periods
     * @param  list<float>  $values
     * @param  list<int>  $filings
     * @param  array<int, int>  $filedOn  day by filing; what other filings tell is left out
     */
    public static function ofColumns(array $lines, array $periods, array $values, array $filings, array $filedOn): self
    {
        $grouped = [];
        $count = count($lines);
        // What a filing tells of a period mostly stands together.
        for ($first = 0; $first < $count; $first = $next) {
            $filing = $filings[$first];
            $period = $periods[$first];
            for ($next = $first + 1; $next < $count && $periods[$next] === $period && $filings[$next] === $filing; $next++);
            if (isset($filedOn[$filing])) {
                $told = array_combine(array_slice($lines, $first, $next - $first), array_slice($values, $first, $next - $first));
                $grouped[$filing][$period] = isset($grouped[$filing][$period]) ? array_replace($grouped[$filing][$period], $told) : $told;
            }
        }
        $filed = [];
        foreach ($grouped as $filing => $ofFiling) {
            foreach ($ofFiling as $period => $ofPeriod) {
                /** @var non-empty-array<string, float> $ofPeriod */
                $filed[] = new FiledPeriod($period, $filedOn[$filing], $filing, $ofPeriod, self::shape($ofPeriod));
            }
        }

        return self::sorted($filed, []);
    }

    /** @param  array<string, float>  $lines */
    private static function shape(array $lines): string
    {
        $shape = implode(' ', array_keys($lines));
        if (count(self::$shapes) >= self::MOST_SHAPES) {
            self::$shapes = [];
        }

        return self::$shapes[$shape] ??= $shape;
    }

    /** @param  list<FiledFact>  $facts  filed ones or corrections */
    public function with(array $facts): self
    {
        if ($facts === []) {
            return $this;
        }
        $more = self::of($facts);

        return self::sorted([...$this->filed, ...$more->filed], [...$this->corrections, ...$more->corrections]);
    }

    /** @return Generator<int, FiledFact> in the order in which they became public, corrections last */
    public function getIterator(): Generator
    {
        foreach ($this->filed as $filed) {
            foreach ($filed->values as $line => $value) {
                yield new FiledFact($line, $filed->period, $value, $filed->filedOn, $filed->filing);
            }
        }
        yield from $this->corrections;
    }

    /**
     * @param  list<FiledPeriod>  $filed
     * @param  list<FiledFact>  $corrections
     */
    private static function sorted(array $filed, array $corrections): self
    {
        usort(
            $filed,
            static fn (FiledPeriod $one, FiledPeriod $other): int => $one->filedOn <=> $other->filedOn ?: $one->filing <=> $other->filing,
        );
        usort(
            $corrections,
            static fn (FiledFact $one, FiledFact $other): int => $one->filedOn <=> $other->filedOn ?: $one->filing <=> $other->filing,
        );

        return new self($filed, $corrections);
    }
}
