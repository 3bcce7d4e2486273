<?php

declare(strict_types=1);

namespace App\Feed;

use App\Storage\ColumnStore;
use App\Storage\InstallationDay;
use App\Storage\NextDay;
use Closure;
use Illuminate\Support\Facades\DB;
use Logion\Figure\Words;
use Throwable;

/**
 * Lets the simulated exchange go on, day by day. A day is stored with all that belongs to it or not at all; then what follows from it is
 * computed. Killed anywhere, it goes on where it stopped: what was not computed is computed before the next day.
 */
final readonly class Advance
{
    public function __construct(
        private SimulatedExchange $exchange,
        private NextDay $next,
        private ColumnStore $columns,
        private InstallationDay $latest,
    ) {
    }

    /**
     * @param  Closure(int): bool  $isEnough  whether, after a day, no other is wanted
     * @param  Closure(int): void  $progress  told of each day when it is stored
     * @param  int  $each  metrics are computed after so many days, and after the last: those of a day give way to those of the next
     * @return int the last day
     */
    public function until(Closure $isEnough, Closure $progress, int $each = 1): int
    {
        $last = $this->exchange->day() ?? throw new \RuntimeException(Words::say('no_exchange_is_simulated_here'));
        $computed = $this->latest->read() ?? $last;
        $stored = 0;
        try {
            foreach ($this->exchange->days($last) as $day) {
                if ($isEnough($last)) {
                    break;
                }
                $this->day($day);
                $progress($last = $day);
                if (++$stored >= $each) {
                    $computed = $this->compute($computed, $day);
                    $stored = 0;
                }
            }
        } finally {
            // Whoever cancels keeps the days that are stored; whoever was killed finds what was left uncomputed.
            if ($stored > 0 || ! $this->columns->isComplete($this->latest->read() ?? $last)) {
                $this->compute($computed, $last);
            }
        }

        return $last;
    }

    private function compute(int $computed, int $day): int
    {
        $latest = $this->latest->read() ?? $day;
        $this->next->follow($computed, $latest, $this->exchange->arrived());

        return $latest;
    }

    private function day(int $day): void
    {
        try {
            DB::transaction(function () use ($day): void {
                foreach ($this->exchange->on($day) as $arrival) {
                    $arrival->store();
                }
                $this->exchange->settle($day);
                $this->latest->recompute();
            });
        } catch (Throwable $error) {
            $this->exchange->forget();

            throw $error;
        }
    }
}
