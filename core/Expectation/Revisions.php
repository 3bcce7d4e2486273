<?php

declare(strict_types=1);

namespace Logion\Expectation;

use Logion\Time\Day;

/** How what is expected of a fiscal year moved, and what it was before the year was told. */
final class Revisions
{
    /** @var array<int, array<int, float>> mean by fiscal year and day, ascending */
    private array $snapshots = [];

    /** @param  iterable<array{day: int, year: int, mean: float|null}>  $snapshots  in any order; of two of a day the later counts */
    public function __construct(iterable $snapshots)
    {
        foreach ($snapshots as ['day' => $day, 'year' => $year, 'mean' => $mean]) {
            if ($mean !== null) {
                $this->snapshots[$year][$day] = $mean;
            }
        }
        ksort($this->snapshots);
        foreach ($this->snapshots as $year => $_) {
            ksort($this->snapshots[$year]);
        }
    }

    /**
     * Of one fiscal period.
     *
     * @param  list<array{int, float}>  $path  day and mean
     */
    public static function of(int $period, array $path): self
    {
        return new self(array_map(static fn (array $of): array => ['day' => $of[0], 'year' => $period, 'mean' => $of[1]], $path));
    }

    /**
     * Fiscal years of which something is expected by a day, ascending.
     *
     * @return list<int>
     */
    public function years(int $day): array
    {
        return array_values(array_filter(array_keys($this->snapshots), fn (int $year): bool => $this->on($year, $day) !== null));
    }

    /**
     * What was expected of a year on a day.
     *
     * @return array{day: int, mean: float}|null
     */
    public function on(int $year, int $day): ?array
    {
        $found = null;
        foreach ($this->snapshots[$year] ?? [] as $at => $mean) {
            $found = $at <= $day ? ['day' => $at, 'mean' => $mean] : $found;
        }

        return $found;
    }

    /**
     * The change over so many calendar days up to a day.
     *
     * @return array{then: float|null, change: float|null, revision: float|null} revision is the change to the size of what was expected
     *     then; null where nothing, or nothing but zero, was
     */
    public function over(int $year, int $day, int $days): array
    {
        $now = $this->on($year, $day)['mean'] ?? null;
        $then = $this->on($year, Day::plus($day, -$days))['mean'] ?? null;
        $change = $now === null || $then === null ? null : $now - $then;

        return ['then' => $then, 'change' => $change, 'revision' => $change === null || $then == 0.0 ? null : $change / abs($then)];
    }

    /**
     * What a year brought beside what was expected the day before it was told.
     *
     * @return array{consensus: float|null, surprise: float|null}
     */
    public function surprise(int $year, int $toldOn, ?float $actual): array
    {
        $consensus = $this->on($year, Day::plus($toldOn, -1))['mean'] ?? null;

        return [
            'consensus' => $consensus,
            'surprise' => $consensus === null || $consensus == 0.0 || $actual === null ? null : ($actual - $consensus) / abs($consensus),
        ];
    }
}
