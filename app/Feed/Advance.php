<?php

declare(strict_types=1);

namespace App\Feed;

use App\Following\ConditionRunner;
use App\Storage\ColumnStore;
use App\Storage\DataStamp;
use App\Storage\DayPlan;
use App\Storage\InstallationDay;
use App\Storage\LifeLock;
use App\Storage\NextDay;
use App\Storage\SimulationState;
use Closure;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Sleep;
use Logion\Figure\Words;

/**
 * Lets the simulated exchange go on, some days at a time: they are stored block by block of companies, and closed when all have come to
 * the last of them; then what follows from it is computed, and only then is everything looked at from it. Killed anywhere, it goes on
 * where it stopped.
 *
 * @phpstan-type Wish array{days: int, to: int|null, next_event: bool}
 */
final readonly class Advance
{
    /** Days after which metrics are computed where many days pass: a month of trading, so that a month computes them once. */
    public const COMPUTED_EVERY = 21;

    /** Days of a block in one transaction: others who would write do not wait long, and what a page costs is paid once for all. */
    private const WRITTEN_TOGETHER = 7;

    /** So many days of a block are worth handing to another worker. */
    private const WORTH_SHARING = 24;

    /** So often it is looked whether another has ended, and so many times: what was begun by who cancelled ends sooner. */
    private const LOOK_EVERY_MILLISECONDS = 200;

    private const MOST_LOOKS = 600;

    public function __construct(
        private SimulatedExchange $exchange,
        private NextDay $next,
        private ColumnStore $columns,
        private InstallationDay $latest,
        private DataStamp $stamp,
        private ConditionRunner $conditions,
    ) {
    }

    /**
     * So many days, up to a day, or to the next one on which a company reports, by one process.
     *
     * @param  Wish  $wish
     * @param  Closure(int, int): void  $progress  days done, and how many there will be; none where that is not known
     * @param  int  $each  metrics are computed after so many days, and after the last: those of a day give way to those of the next
     * @return int days stored
     */
    public function wished(array $wish, Closure $progress, int $each = self::COMPUTED_EVERY): int
    {
        $from = $this->last();
        $alone = $this->alone();
        try {
            do {
                $stored = $this->store($wish, $from, $progress, $each);
                $this->computeWhatIsStored();
            } while ($stored > 0);
        } finally {
            $alone->release();
        }

        return $this->exchange->workdays($from, $this->last());
    }

    /**
     * Begins the next days of a wish. What is not worth sharing out is stored, unless there are days already that wait for their metrics.
     * While another is at it, it waits, two minutes at most.
     *
     * @param  Wish  $wish
     * @param  int  $from  day after which it began
     * @param  Closure(int, int): void  $progress
     * @return array{int, list<int>}|null a day, and the blocks that are to be brought to it by whoever is free
     */
    public function begin(array $wish, int $from, Closure $progress): ?array
    {
        $alone = $this->awaited(fn () => $progress(...$this->progress($wish, $from)));
        try {
            $this->awaitsMetrics() || $this->store($wish, $from, $progress, self::COMPUTED_EVERY, $this->isWorthSharing(...));
            // Days before the one that is seen next would change what is computed of it.
            if ($this->latest->stored() > $this->last()) {
                return null;
            }
            $to = $this->target($wish, $from, self::COMPUTED_EVERY);

            return $to !== null && $this->isWorthSharing($to) && $this->reach($to) ? [$to, array_keys($this->behind($to))] : null;
        } finally {
            $alone->release();
        }
    }

    /**
     * Brings a block to a day.
     *
     * @param  Closure(): void  $goesOn  called now and then
     */
    public function bring(int $number, int $to, Closure $goesOn): void
    {
        $block = $this->exchange->block($number);
        while ($block->day() < $to) {
            $next = min($to, $this->exchange->dayAfter($block->day(), self::WRITTEN_TOGETHER));
            // Nothing is written before it is told: what takes most of the time keeps nobody from writing.
            self::tell($block, $next, $goesOn);
            $block->pack();
            // Another may have been given the same, and have been quicker.
            $isOurs = DB::transaction(static function () use ($block, $next): bool {
                $isOurs = $block->isAsOpened();
                $isOurs && $block->settle($next);

                return $isOurs;
            });
            $block = $isOurs ? $block : $this->exchange->block($number);
        }
    }

    /** Closes the days that are reached for, where all blocks have come to the last of them. */
    public function close(): void
    {
        DB::transaction(function (): void {
            $last = $this->exchange->lockedDay();
            $to = $this->exchange->reaches();
            if ($to === null || $this->behind($to) !== []) {
                return;
            }
            $close = $this->exchange->close($last);
            self::tell($close, $to, static fn () => null);
            $close->settle($to);
            // Prices handed in may have moved what is seen beyond them: what was computed since did not know of these days.
            $first = $this->exchange->dayAfter($last, 1);
            $first > ($this->latest->read() ?? 0) || $this->columns->forgetFrom($first);
        });
    }

    /** What is to be computed of days that are stored; null where everything is. */
    public function plan(): ?DayPlan
    {
        $seen = $this->latest->read() ?? $this->last();
        $stored = max($seen, $this->latest->stored());

        return $seen < $stored || ! $this->columns->isComplete($seen) ? $this->next->plan($seen, $stored) : null;
    }

    /**
     * Whether everything that was wished is there, and what others began too.
     *
     * @param  Wish  $wish
     */
    public function isDone(array $wish, int $from): bool
    {
        return ! $this->isAhead() && $this->isStored($wish, $from);
    }

    /** Whether days are stored, or being stored, that nobody sees yet. */
    public function isAhead(): bool
    {
        return $this->exchange->reaches() !== null || $this->awaitsMetrics();
    }

    /**
     * Completes days that were begun, and computes what is missing of those that are stored.
     *
     * @return bool false where another is at it
     */
    public function complete(): bool
    {
        $alone = LifeLock::tryFor(SimulationState::LOCK);
        if ($alone === null) {
            return false;
        }
        try {
            $to = $this->exchange->reaches();
            $to === null || $this->pass($to, static fn () => null);
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

    /** The last day that is stored with all that belongs to it. */
    public function last(): int
    {
        return $this->exchange->day() ?? throw new \RuntimeException(Words::say('no_exchange_is_simulated_here'));
    }

    /**
     * Days done, and how many there will be: none where that is not known. Of days that are being stored so many are as blocks have come to
     * the last of them.
     *
     * @param  Wish  $wish
     * @return array{int, int}
     */
    public function progress(array $wish, int $from): array
    {
        $last = $this->last();
        $to = $this->exchange->reaches() ?? $last;
        $blocks = count($this->exchange->blocks());
        $parts = intdiv($this->exchange->workdays($last, $to) * ($blocks - count($this->behind($to))), max(1, $blocks));

        return [$this->exchange->workdays($from, $last) + $parts, $this->wanted($wish, $from)];
    }

    /**
     * @param  Wish  $wish
     * @param  Closure(int, int): void  $progress
     * @param  (Closure(int): bool)|null  $isShared  whether days up to one are left to be shared out
     * @return int days stored
     */
    private function store(array $wish, int $from, Closure $progress, int $each, ?Closure $isShared = null): int
    {
        $stored = 0;
        while ($stored < $each) {
            $to = $this->target($wish, $from, $each - $stored);
            if ($to === null || $isShared?->__invoke($to) === true) {
                break;
            }
            $last = $this->last();
            $this->pass($to, fn () => $progress(...$this->progress($wish, $from)));
            $stored += $this->exchange->workdays($last, $this->last());
        }

        return $stored;
    }

    /**
     * Brings all blocks to a day and closes it.
     *
     * @param  Closure(): void  $told  called after each block, and after the close
     */
    private function pass(int $to, Closure $told): void
    {
        if (! $this->reach($to)) {
            // Everybody sees what is stored: they are there at once or not at all.
            DB::transaction(function () use ($to): void {
                $this->exchange->reach($this->last(), $to);
                $this->bringAll($to, static fn () => null);
            });
            $told();

            return;
        }
        $this->bringAll($to, $told);
    }

    /** @param  Closure(): void  $told */
    private function bringAll(int $to, Closure $told): void
    {
        foreach (array_keys($this->behind($to)) as $number) {
            $this->bring($number, $to, static fn () => null);
            $told();
        }
        $this->close();
        $told();
    }

    /**
     * Says which day is reached for, so that nobody sees it or moves beyond it before it is closed.
     *
     * @return bool false where what everybody sees is that late already
     */
    private function reach(int $to): bool
    {
        $this->latest->hold();

        return DB::transaction(function () use ($to): bool {
            // Who is about to move the day waits, or is waited for.
            $this->stamp->lock();
            $this->isSeen() || $this->exchange->reach($this->last(), $to);

            return ! $this->isSeen();
        });
    }

    /** Whether the next day of the exchange is not later than the one everybody sees. */
    private function isSeen(): bool
    {
        return $this->exchange->dayAfter($this->last(), 1) <= ($this->latest->read() ?? 0);
    }

    /** Whether whole days are stored whose metrics are missing. */
    private function awaitsMetrics(): bool
    {
        $seen = $this->latest->read();

        // Hardly ever is the exchange later than what is seen; only then are the days of all listings asked for.
        return $this->last() > $seen && $this->latest->stored() > $seen;
    }

    private function isWorthSharing(int $to): bool
    {
        $blocks = count($this->behind($to));

        return $blocks > 1 && ! $this->isSeen() && $blocks * $this->exchange->workdays($this->last(), $to) >= self::WORTH_SHARING;
    }

    /** @return array<int, int> blocks that have not come to a day, and the day they have come to */
    private function behind(int $to): array
    {
        return array_filter($this->exchange->blocks(), static fn (int $day): bool => $day < $to);
    }

    /**
     * The day that is to be stored up to next: first what was begun before; null where the wish is fulfilled.
     *
     * @param  Wish  $wish
     */
    private function target(array $wish, int $from, int $most): ?int
    {
        $reaches = $this->exchange->reaches();
        if ($reaches !== null || $this->isStored($wish, $from)) {
            return $reaches;
        }
        $last = $this->last();
        $days = $wish['next_event'] || $this->isSeen()
            ? 1
            : min($most, self::COMPUTED_EVERY, $this->wanted($wish, $from) - $this->exchange->workdays($from, $last));

        return $this->exchange->dayAfter($last, $days);
    }

    /** @param  Wish  $wish */
    private function isStored(array $wish, int $from): bool
    {
        $last = $this->last();

        return $wish['next_event']
            ? $last > $from && $this->exchange->reported($last)
            : $this->exchange->workdays($from, $last) >= $this->wanted($wish, $from);
    }

    /**
     * @param  Wish  $wish
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

    private function computeWhatIsStored(): void
    {
        DataStamp::insist(function (): bool {
            $plan = $this->plan();
            $isStored = $plan === null || $this->next->follow($plan);
            $plan !== null && $isStored && $this->settled($plan->day);

            return $isStored;
        });
    }

    /**
     * Takes in what a feed tells from the day it has come to, up to another.
     *
     * @param  Closure(): void  $goesOn  called after each day
     */
    private static function tell(Feed $feed, int $to, Closure $goesOn): void
    {
        foreach ($feed->days(null) as $day) {
            if ($day > $to) {
                return;
            }
            foreach ($feed->on($day) as $arrival) {
                $arrival->store();
            }
            $goesOn();
        }
    }

    /** @param  Closure(): void  $waits  called now and then */
    private function awaited(Closure $waits): LifeLock
    {
        for ($looks = 1; $looks < self::MOST_LOOKS; $looks++) {
            $alone = LifeLock::tryFor(SimulationState::LOCK);
            if ($alone !== null) {
                return $alone;
            }
            $waits();
            Sleep::for(self::LOOK_EVERY_MILLISECONDS)->milliseconds();
        }

        return $this->alone();
    }

    /** One begins days of a database at a time; who is killed lets go. */
    private function alone(): LifeLock
    {
        return LifeLock::tryFor(SimulationState::LOCK) ?? throw new \RuntimeException(Words::say('the_exchange_goes_on_already'));
    }
}
