<?php

declare(strict_types=1);

namespace Simulation\Disclosure;

use Simulation\Calendar;
use Simulation\Chance;
use Simulation\Company\Charter;
use Simulation\Economy\BusinessCycle;
use Simulation\Economy\Economy;

/**
 * The notes that long-term debt is made of, in annual reports: what is outstanding of each adds up to the balance sheet. When notes are
 * issued, for how long and at what coupon follows from the charter alone; the coupon is the yield of then and what lenders ask beyond.
 */
final class Borrowings
{
    private const KINDS = ['industrial', 'property'];

    /** Years a note runs. */
    private const TERMS = [5, 7, 10];

    /** How likely notes are issued in a year. */
    private const ISSUED = 0.42;

    /** What lenders ask beyond the yield of the state. */
    private const SPREADS = [0.007, 0.028];

    private readonly float $spread;

    /** @var array<int, ?array{name: string, until: int, weight: float, coupon: float}> by year of issue; null where none were */
    private array $issues = [];

    public function __construct(private readonly Charter $charter)
    {
        $this->spread = (new Chance($charter->seed, "borrowings {$charter->id}"))->between(...self::SPREADS);
    }

    /**
     * @param  array<string, int|float>  $lines  of the year, in thousands
     * @return list<array{string, string, string, string, float}> axis, member, line, unit, value
     */
    public function year(int $year, array $lines): array
    {
        $debt = (int) ($lines['long_term_debt'] ?? 0);
        if ($debt <= 0 || ! in_array($this->charter->kind(), self::KINDS, true)) {
            return [];
        }
        $notes = $this->outstanding($year);
        $all = array_sum(array_column($notes, 'weight'));
        $left = $debt;
        $rows = [];
        foreach ($notes as $i => $note) {
            $amount = $i === count($notes) - 1 ? $left : (int) round(($debt * $note['weight']) / $all);
            $left -= $amount;
            $rows[] = ['debt', $note['name'], 'long_term_debt', 'money', 1000.0 * $amount];
            $rows[] = ['debt', $note['name'], 'Coupon', 'percent', $note['coupon']];
        }

        return $rows;
    }

    /** @return non-empty-list<array{name: string, until: int, weight: float, coupon: float}> the oldest first */
    private function outstanding(int $year): array
    {
        $notes = [];
        for ($issued = $year - max(self::TERMS); $issued <= $year; $issued++) {
            $note = $this->issue($issued);
            if ($note !== null && $note['until'] > $year) {
                $notes[] = $note;
            }
        }

        // Whoever owes something has issued it at some time.
        return $notes === [] ? [$this->note($year - ($year % min(self::TERMS)))] : $notes;
    }

    /** @return array{name: string, until: int, weight: float, coupon: float}|null */
    private function issue(int $year): ?array
    {
        if (! array_key_exists($year, $this->issues)) {
            $happens = (new Chance($this->charter->seed, "issued {$this->charter->id} {$year}"))->happens(self::ISSUED);
            $this->issues[$year] = $happens ? $this->note($year) : null;
        }

        return $this->issues[$year];
    }

    /** @return array{name: string, until: int, weight: float, coupon: float} */
    private function note(int $year): array
    {
        $chance = new Chance($this->charter->seed, "note {$this->charter->id} {$year}");
        $until = $year + self::TERMS[$chance->integer(0, count(self::TERMS) - 1)];
        $coupon = self::yield($this->charter->seed, $year) + $this->spread * $chance->between(0.8, 1.25);

        return [
            'name' => "Notes of {$year}, due {$until}",
            'until' => $until,
            'weight' => $chance->between(0.4, 1.6),
            // Coupons are eighths of a per cent.
            'coupon' => max(0.00125, round($coupon * 800) / 800),
        ];
    }

    /** Of ten years in the middle of a year. */
    private static function yield(int $seed, int $year): float
    {
        static $economies = [];
        $economies[$seed] ??= new Economy($seed, new BusinessCycle($seed));

        return $economies[$seed]->month(max($year, Calendar::FIRST_YEAR - 2), 6)['long'];
    }
}
