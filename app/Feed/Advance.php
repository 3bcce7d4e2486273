<?php

declare(strict_types=1);

namespace App\Feed;

use App\Following\ConditionRunner;
use App\Storage\Arrived;
use App\Storage\ColumnStore;
use App\Storage\DayPlan;
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
        try {
            while (($plan = $this->stage($isEnough, $progress, $each)) !== null) {
                $this->compute($plan);
            }
        } finally {
            $alone->release();
        }

        return $this->last();
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
        $from = $this->exchange->day() ?? 0;
        $last = $this->until($this->isEnough($wish, $from), $this->told($wish, $from, $progress), $each);

        return $this->exchange->workdays($from, $last);
    }

    /**
     * Stores the next days of a wish, as many as metrics are computed after.
     *
     * @param  array{days: int, to: int|null, next_event: bool}  $wish
     * @param  int  $from  day after which it began
     * @param  Closure(int, int): void  $progress
     * @return DayPlan|null what is to be computed; null where the wish is fulfilled
     */
    public function next(array $wish, int $from, Closure $progress): ?DayPlan
    {
        $alone = $this->alone();
        $this->exchange->forget();
        try {
            return $this->stage($this->isEnough($wish, $from), $this->told($wish, $from, $progress), self::COMPUTED_EVERY);
        } finally {
            $alone->release();
        }
    }

    /** @param  array{days: int, to: int|null, next_event: bool}  $wish */
    public function isFulfilled(array $wish, int $from): bool
    {
        return $this->isEnough($wish, $from)($this->last());
    }

    /** Computes what is missing of the latest day. */
    public function complete(): void
    {
        $latest = $this->latest->read() ?? $this->last();
        $this->columns->isComplete($latest) || $this->compute($this->next->plan($latest, $latest, new Arrived()));
    }

    /** What is done when the columns of a day are there. */
    public function settled(int $day): void
    {
        $this->conditions->run($day);
    }

    /**
     * @param  Closure(int): bool  $isEnough
     * @param  Closure(int): void  $progress
     */
    private function stage(Closure $isEnough, Closure $progress, int $most): ?DayPlan
    {
        $last = $this->last();
        $computed = $this->latest->read() ?? $last;
        $stored = 0;
        try {
            foreach ($this->exchange->days($last) as $day) {
                if ($stored >= $most || $isEnough($last)) {
                    break;
                }
                $this->day($day);
                $stored++;
                $progress($last = $day);
            }
        } catch (Throwable $why) {
            // Whoever cancels keeps the days that are stored; whoever was killed finds what was left uncomputed.
            try {
                if ($stored > 0) {
                    $this->exchange->rest($last);
                    $this->compute($this->plan($computed, $last));
                }
            } catch (Throwable $also) {
                // Days are lived through again and what was left is computed the next time; why it stopped is what is told.
                report($also);
            }
            throw $why;
        }
        $stored > 0 && $this->exchange->rest($last);

        return $stored > 0 || ! $this->columns->isComplete($this->latest->read() ?? $last) ? $this->plan($computed, $last) : null;
    }

    private function plan(int $computed, int $last): DayPlan
    {
        return $this->next->plan($computed, $this->latest->read() ?? $last, $this->exchange->arrived());
    }

    private function compute(DayPlan $plan): void
    {
        $this->next->follow($plan);
        $this->settled($plan->day);
    }

    /**
     * @param  array{days: int, to: int|null, next_event: bool}  $wish
     * @return Closure(int): bool
     */
    private function isEnough(array $wish, int $from): Closure
    {
        $wanted = $this->wanted($wish, $from);

        return fn (int $last): bool => $wish['next_event']
            ? $last > $from && $this->exchange->reported($last)
            : $this->exchange->workdays($from, $last) >= $wanted;
    }

    /**
     * @param  array{days: int, to: int|null, next_event: bool}  $wish
     * @param  Closure(int, int): void  $progress
     * @return Closure(int): void
     */
    private function told(array $wish, int $from, Closure $progress): Closure
    {
        $wanted = $this->wanted($wish, $from);

        return fn (int $last) => $progress($this->exchange->workdays($from, $last), $wanted);
    }

    /**
     * @param  array{days: int, to: int|null, next_event: bool}  $wish
     * @return int days; none where that is not known
     */
    private function wanted(array $wish, int $from): int
    {
        return match (true) {
            $wish['to'] !== null => $this->exchange->workdays($from, $wish['to']),
            $wish['next_event'] => 0,
            default => $wish['days'],
        };
    }

    private function last(): int
    {
        return $this->exchange->day() ?? throw new \RuntimeException(Words::say('no_exchange_is_simulated_here'));
    }

    /** One advances a database at a time; who is killed lets go. */
    private function alone(): LifeLock
    {
        return LifeLock::tryFor(SimulationState::LOCK) ??
            throw new \RuntimeException(Words::say('the_exchange_goes_on_already'));
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
