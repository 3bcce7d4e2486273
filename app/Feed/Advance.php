<?php

declare(strict_types=1);

namespace App\Feed;

use App\Following\ConditionRunner;
use App\Storage\ColumnStore;
use App\Storage\InstallationDay;
use App\Storage\LifeLock;
use App\Storage\NextDay;
use App\Storage\SimulationState;
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
    /** Days after which metrics are computed where many days pass. */
    public const COMPUTED_EVERY = 20;

    public function __construct(
        private SimulatedExchange $exchange,
        private NextDay $next,
        private ColumnStore $columns,
        private InstallationDay $latest,
        private ConditionRunner $conditions,
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
        $alone = $this->alone();
        // A worker that lives long may remember another day.
        $this->exchange->forget();
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
            $alone->release();
        }

        return $last;
    }

    /** One advances a database at a time; who is killed lets go. */
    private function alone(): LifeLock
    {
        return LifeLock::tryFor(SimulationState::LOCK) ??
            throw new \RuntimeException(Words::say('the_exchange_goes_on_already'));
    }

    /**
     * So many days, up to a day, or to the next one on which a company reports.
     *
     * @param  array{days: int, to: int|null, next_event: bool}  $wish
     * @param  Closure(int, int): void  $progress  days done, and how many there will be; none where that is not known
     * @return int days stored
     */
    public function wished(array $wish, Closure $progress, int $each): int
    {
        $start = $this->exchange->day() ?? 0;
        $total = match (true) {
            $wish['to'] !== null => $this->exchange->workdays($start, $wish['to']),
            $wish['next_event'] => 0,
            default => $wish['days'],
        };
        $done = 0;
        $this->until(
            function (int $last) use (&$done, $wish, $start, $total): bool {
                return $wish['next_event'] ? $last > $start && $this->exchange->reported($last) : $done >= $total;
            },
            static function () use (&$done, $progress, $total): void {
                $progress(++$done, $total);
            },
            $each,
        );

        return $done;
    }

    private function compute(int $computed, int $day): int
    {
        $latest = $this->latest->read() ?? $day;
        $this->next->follow($computed, $latest, $this->exchange->arrived());
        $this->conditions->run($latest);

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
