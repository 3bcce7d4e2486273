<?php

declare(strict_types=1);

namespace App\Feed;

use App\Following\ConditionRunner;
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
 * computed, and only then is everything looked at from it. Killed anywhere, it goes on where it stopped.
 */
final readonly class Advance
{
    /** Days after which metrics are computed where many days pass: a month of trading, so that a month computes them once. */
    public const COMPUTED_EVERY = 21;

    /** So many are stored at most while others compute. */
    public const MOST_AHEAD = 3 * self::COMPUTED_EVERY;

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
        $alone = $this->alone() ?? throw new \RuntimeException(Words::say('the_exchange_goes_on_already'));
        try {
            do {
                $stored = $this->store(static fn (int $last, int $stored): bool => $stored >= $each || $isEnough($last), $progress);
                $this->computeWhatIsStored();
            } while ($stored > 0);
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
     * What is to be computed of days that are stored; where there is nothing, the next days of a wish are stored first.
     *
     * @param  array{days: int, to: int|null, next_event: bool}  $wish
     * @param  int  $from  day after which it began
     * @param  Closure(int, int): void  $progress
     * @return DayPlan|null null where the wish is fulfilled
     */
    public function next(array $wish, int $from, Closure $progress): ?DayPlan
    {
        $this->isAhead() ||
            $this->ahead($wish, $from, $progress) !== null ||
            throw new \RuntimeException(Words::say('the_exchange_goes_on_already'));

        return $this->plan();
    }

    /**
     * Stores the next days of a wish, as many as metrics are computed after. Nobody sees them before what follows from them is put.
     *
     * @param  array{days: int, to: int|null, next_event: bool}  $wish
     * @param  int  $from  day after which it began
     * @param  Closure(int, int): void  $progress
     * @param  (Closure(): bool)|null  $othersCompute  whether others still compute what was stored before: beside them more are stored
     * @return int|null how many; null where another is at it
     */
    public function ahead(array $wish, int $from, Closure $progress, ?Closure $othersCompute = null): ?int
    {
        $alone = $this->alone();
        if ($alone === null) {
            return null;
        }
        $othersCompute ??= static fn (): bool => false;
        $wished = $this->isEnough($wish, $from);
        $isEnough = static fn (int $last, int $stored): bool => $wished($last) ||
            $stored >= self::MOST_AHEAD ||
            ($stored >= self::COMPUTED_EVERY && ! $othersCompute());
        try {
            return $this->store($isEnough, $this->told($wish, $from, $progress));
        } finally {
            $alone->release();
        }
    }

    /** @param  array{days: int, to: int|null, next_event: bool}  $wish */
    public function isStored(array $wish, int $from): bool
    {
        return $this->isEnough($wish, $from)($this->last());
    }

    /** Whether days are stored that nobody sees yet. */
    public function isAhead(): bool
    {
        $seen = $this->latest->read();

        // Hardly ever is the exchange later than what is seen; only then are the days of all listings asked for.
        return $this->last() > $seen && $this->latest->stored() > $seen;
    }

    /**
     * Computes what is missing of the days that are stored.
     *
     * @return bool false where another stores days, who will do it
     */
    public function complete(): bool
    {
        $alone = $this->alone();
        if ($alone === null) {
            return false;
        }
        try {
            $this->computeWhatIsStored();
        } finally {
            $alone->release();
        }

        return true;
    }

    /** What is done when the columns of a day are there. */
    public function settled(int $day): void
    {
        $this->conditions->run($day);
    }

    /**
     * @param  Closure(int, int): bool  $isEnough  whether no other is wanted after a day, so many being stored
     * @param  Closure(int): void  $progress
     * @return int days stored
     */
    private function store(Closure $isEnough, Closure $progress): int
    {
        // A worker that lives long may remember another day.
        $this->exchange->forget();
        $this->latest->hold();
        $last = $this->last();
        $stored = 0;
        try {
            foreach ($this->exchange->days($last) as $day) {
                if ($isEnough($last, $stored)) {
                    break;
                }
                $this->day($day);
                $stored++;
                $progress($last = $day);
            }
        } catch (Throwable $why) {
            // Whoever cancels keeps the days that are stored; whoever was killed finds what was left uncomputed.
            try {
                $stored > 0 && $this->exchange->rest($last);
                $this->isAhead() && $this->computeWhatIsStored();
            } catch (Throwable $also) {
                // Days are lived through again and what was left is computed the next time; why it stopped is what is told.
                report($also);
            }
            throw $why;
        }
        $stored > 0 && $this->exchange->rest($last);

        return $stored;
    }

    /** What is to be computed of days that are stored; null where everything is. */
    private function plan(): ?DayPlan
    {
        $seen = $this->latest->read() ?? $this->last();
        $stored = max($seen, $this->latest->stored());

        return $seen < $stored || ! $this->columns->isComplete($seen) ? $this->next->plan($seen, $stored) : null;
    }

    private function computeWhatIsStored(): void
    {
        do {
            $plan = $this->plan();
        } while ($plan !== null && ! $this->next->follow($plan));
        $plan === null || $this->settled($plan->day);
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

    /** The last day that is stored. */
    public function last(): int
    {
        return $this->exchange->day() ?? throw new \RuntimeException(Words::say('no_exchange_is_simulated_here'));
    }

    /** One advances a database at a time; who is killed lets go. */
    private function alone(): ?LifeLock
    {
        return LifeLock::tryFor(SimulationState::LOCK);
    }

    private function day(int $day): void
    {
        try {
            $arrivals = $this->exchange->on($day);
            DB::transaction(function () use ($day, $arrivals): void {
                foreach ($arrivals as $arrival) {
                    $arrival->store();
                }
                $this->exchange->settle($day);
                // Prices handed in may have moved what is seen beyond it: what was computed since did not know of this day.
                $day > ($this->latest->read() ?? 0) || $this->columns->forgetFrom($day);
            });
        } catch (Throwable $error) {
            $this->exchange->forget();

            throw $error;
        }
    }
}
