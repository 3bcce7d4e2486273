<?php

declare(strict_types=1);

namespace Simulation\Company;

use Logion\Time\Day;
use Simulation\Calendar;
use Simulation\Chance;

/** Dividends: a part of what is earned, raised with it, held for a while when it falls; declared with results, spread over the year. */
final class Distributions
{
    /** A share and a year, in the currency of the books. */
    public float $annual = 0.0;

    /** @var list<array{declared: int, ex: int, paid: int, amount: float, special: bool}> declared and not gone off yet */
    public array $declared = [];

    /** @var list<array{paid: int, thousands: int}> gone off and not paid yet */
    public array $owed = [];

    /** Gone off since the last close of the books, a share. */
    public float $goneOff = 0.0;

    /** The last month for which one that pays every month has declared: year × 12 + month from 0. */
    private int $month = 0;

    private readonly Chance $chance;

    /** Days from results to the day a dividend goes off, and from there to the day it is paid. */
    private readonly int $offset;

    private readonly int $delay;

    public function __construct(private readonly Charter $charter)
    {
        $this->chance = new Chance($charter->seed, "dividends {$charter->id}");
        $this->offset = $this->chance->integer(9, 34);
        $this->delay = $this->chance->integer(8, 21);
    }

    /**
     * Decides after results; what is declared.
     *
     * @param  float  $earned  a year and a share
     * @param  bool  $troubled  whether lenders would mind
     * @return list<array{declared: int, ex: int, paid: int, amount: float, special: bool}>
     */
    public function decide(int $day, int $fiscalQuarter, float $earned, bool $troubled, float $price): array
    {
        $p = $this->charter;
        $events = $p->events;
        if ($p->payout <= 0) {
            return [];
        }
        $yearly = $p->kind() === 'property' || $fiscalQuarter === 4 || $this->annual === 0.0;
        if ($yearly) {
            $this->annual = $this->next($day, max(0.0, $p->payout * $earned));
        }
        if ($troubled && ! isset($events['dividend_grower'])) {
            $this->annual *= $p->kind() === 'industrial' ? 0.4 : 0.7;
        }
        // No more than a sixth of the price in a year, and nothing too small to count.
        $this->annual = $price > 0 ? min($this->annual, 0.16 * $price) : $this->annual;
        $each = round($this->annual / $p->dividendsPerYear, 4);
        $due = match ($p->dividendsPerYear) {
            1 => $fiscalQuarter === 4,
            2 => $fiscalQuarter % 2 === 0,
            default => true,
        };
        if (! $due || $each < 0.0005 || ($price > 0 && $each < 0.0005 * $price)) {
            return [];
        }
        $declared = [];
        foreach ($this->days($day) as $from) {
            $ex = Calendar::openFrom($p->exchange(), $from);
            $declared[] = [
                'declared' => $day,
                'ex' => $ex,
                'paid' => Calendar::openFrom($p->exchange(), Day::plus($ex, $this->delay)),
                'amount' => $each,
                'special' => false,
            ];
        }
        $this->declared = [...$this->declared, ...$declared];

        return $declared;
    }

    /**
     * A payment of once, declared.
     *
     * @return array{declared: int, ex: int, paid: int, amount: float, special: bool}
     */
    public function special(int $day, float $amount): array
    {
        $ex = Calendar::openFrom($this->charter->exchange(), Day::plus($day, $this->offset + 11));
        $dividend = [
            'declared' => $day,
            'ex' => $ex,
            'paid' => Calendar::openFrom($this->charter->exchange(), Day::plus($ex, $this->delay)),
            'amount' => round($amount, 4),
            'special' => true,
        ];
        $this->declared[] = $dividend;

        return $dividend;
    }

    /** @return list<array{declared: int, ex: int, paid: int, amount: float, special: bool}> that go off on a day */
    public function goingOff(int $day, int $shares): array
    {
        $off = array_values(array_filter($this->declared, static fn (array $of): bool => $of['ex'] <= $day));
        if ($off !== []) {
            $this->declared = array_values(array_filter($this->declared, static fn (array $of): bool => $of['ex'] > $day));
            foreach ($off as $dividend) {
                $this->goneOff += $dividend['amount'];
                $this->owed[] = ['paid' => $dividend['paid'], 'thousands' => (int) round($dividend['amount'] * $shares)];
            }
        }

        return $off;
    }

    /** Thousands that are paid on a day. */
    public function paying(int $day): int
    {
        $sum = 0;
        foreach ($this->owed as $i => $owed) {
            if ($owed['paid'] <= $day) {
                $sum += $owed['thousands'];
                unset($this->owed[$i]);
            }
        }
        $this->owed = array_values($this->owed);

        return $sum;
    }

    public function split(float $ratio): void
    {
        $this->annual /= $ratio;
        $this->goneOff /= $ratio;
        foreach ($this->declared as $i => $dividend) {
            $this->declared[$i]['amount'] = round($dividend['amount'] / $ratio, 4);
        }
    }

    /** @return list<int> days on or soon after which what is declared now goes off: one, or one in each of the next months */
    private function days(int $day): array
    {
        $jitter = $this->chance->integer(0, 4);
        if ($this->charter->dividendsPerYear < 12) {
            // What is declared in autumn goes off before the year ends.
            return [min(Day::plus($day, $this->offset + $jitter), max(Day::plus($day, 6), intdiv($day, 10000) * 10000 + 1216))];
        }
        $index = static fn (int $of): int => intdiv($of, 10000) * 12 + (intdiv($of, 100) % 100) - 1;
        // From a third quarter to the year it is four months.
        $last = $index($day) + 4;
        $days = [];
        for ($month = max($this->month + 1, $index($day) + 1); $month <= $last; $month++) {
            $days[] = (intdiv($month, 12) * 100 + ($month % 12) + 1) * 100 + 3 + ($this->offset % 22);
        }
        $this->month = max($this->month, $last);

        return $days;
    }

    private function next(int $day, float $wanted): float
    {
        $events = $this->charter->events;
        $before = $this->annual;
        $cut = $events['dividend_cut'][intdiv($day, 10000)] ?? 0.0;
        if ($cut > 0) {
            return $before * (1 - $cut);
        }
        if (isset($events['dividend_grower'])) {
            return $before > 0 ? max($before * 1.02, min($before * 1.09, $wanted)) : $wanted;
        }
        if (isset($events['dividend_cut']) && intdiv($day, 10000) < array_key_first($events['dividend_cut'])) {
            // It holds what it cannot afford until it cuts.
            return max($wanted, $before);
        }

        return match (true) {
            $before === 0.0 => $wanted,
            $wanted > $before => 0.5 * $before + 0.5 * $wanted,
            $wanted > 0.72 * $before => $before,
            $wanted > 0.3 * $before => 0.8 * $before,
            default => $wanted <= 0 ? 0.0 : 0.5 * $before,
        };
    }
}
