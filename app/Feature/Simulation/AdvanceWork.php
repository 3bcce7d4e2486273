<?php

declare(strict_types=1);

namespace App\Feature\Simulation;

use App\Feed\Advance;
use App\Models\Task;
use App\Models\TaskPart;
use App\Storage\DataStamp;
use App\Storage\DayFigures;
use App\Storage\DayPlan;
use App\Storage\NextDay;
use App\Storage\UniverseMembers;
use App\Task\Lane;
use App\Task\PartedWork;
use App\Task\PartSize;
use App\Task\WorkCancelled;
use App\Task\WorkOrder;
use Closure;
use Logion\Figure\Words;

/**
 * Lets the simulated exchange go on in stages: some days are stored, one after another, and the metrics of the last of them are computed
 * in parts, beside which the days of the next stage are stored by whoever is free, more of them the longer others compute. Nobody sees a
 * day before its metrics are there. Who is killed anywhere costs the day or the part that was under way.
 */
final readonly class AdvanceWork implements PartedWork
{
    /** What is asked of the part that stores the next days. */
    private const AHEAD = 'ahead_of';

    /**
     * @param  int  $from  day after which it began
     * @param  array{days: int, to: int|null, next_event: bool}  $wish
     */
    public function __construct(
        private Advance $advance,
        private NextDay $next,
        private UniverseMembers $universes,
        private DataStamp $stamp,
        private int $task,
        private int $from,
        private array $wish,
    ) {
    }

    /**
     * @param  int  $from  day after which it begins
     * @param  array{days: int, to: int|null, next_event: bool}  $wish
     */
    public static function order(int $task, int $from, array $wish): WorkOrder
    {
        return new WorkOrder($task, self::class, ['from' => $from, 'wish' => $wish], Lane::ofLong(null));
    }

    public function parts(): array
    {
        $plan = $this->advance->next($this->wish, $this->from, $this->tell(...));
        if ($plan === null) {
            return [];
        }
        $stored = $this->advance->last();
        $asked = array_map(
            fn (DayPlan $part): array => [
                'stamp' => $this->stamp->readOf($part->lookedAt()),
                'stored' => $stored,
                ...get_object_vars($part),
            ],
            $plan->parts(PartSize::of(count($plan->companies), config('logion.companies_of_a_part.columns'))),
        );
        if (! $this->advance->isStored($this->wish, $this->from) && $this->advance->last() >= $plan->day) {
            // It takes longest, and so begins first. Days before the one that is seen would change what is computed of it.
            array_unshift($asked, [self::AHEAD => $plan->day]);
        }

        // Progress is told in days.
        return array_map(static fn (array $of): array => ['asked' => $of, 'size' => 0], $asked);
    }

    public function compute(array $asked, Closure $goesOn): string
    {
        if (isset($asked[self::AHEAD])) {
            $this->advance->ahead($this->wish, $this->from, $this->tell(...), $this->othersCompute());

            return serialize(null);
        }

        return serialize([$asked, $this->next->compute(DayPlan::of($asked), $goesOn)->packed()]);
    }

    public function finish(iterable $found): bool
    {
        $plans = $figures = $stamps = [];
        foreach ($found as $part) {
            [$asked, $packed] = unserialize($part, ['allowed_classes' => false]) ?? [null, null];
            if ($asked === null) {
                continue;
            }
            $plans[] = $plan = DayPlan::of($asked);
            $stamps[] = [$asked['stamp'], $plan->lookedAt()];
            $figures[] = DayFigures::of($packed);
        }
        if ($plans === []) {
            return true;
        }
        $plan = DayPlan::joined($plans);
        if ($plan->companies !== array_column($this->universes->on($plan->day), 'id')) {
            return false;
        }
        if (! $this->next->put($plan, DayFigures::joined($figures), fn (): bool => $this->stamp->holds($stamps))) {
            return false;
        }
        $this->advance->settled($plan->day);

        // Where days are left they are the next stage.
        return ! $this->advance->isAhead() && $this->advance->isStored($this->wish, $this->from);
    }

    /** The days before are kept, with their metrics. */
    public function cancelled(): ?string
    {
        return $this->advance->complete() ? Words::say('cancelled_the_days_before_are') : null;
    }

    /**
     * Whether others are at the parts beside the one that stores: some were found since it began, and some are missing. One worker alone
     * has all of them before it.
     *
     * @return Closure(): bool
     */
    private function othersCompute(): Closure
    {
        $missing = fn (): int => TaskPart::query()->where('task_id', $this->task)->whereNull('found')->count();
        $before = $missing();

        // Its own is missing until it ends.
        return static fn (): bool => $missing() < $before && $missing() > 1;
    }

    /** @throws WorkCancelled */
    private function tell(int $done, int $total): void
    {
        // In one step: who cancels in between is heeded too.
        $goesOn = Task::query()
            ->whereKey($this->task)
            ->where('state', '!=', 'cancelled')
            ->update(['done' => $done, 'total' => $total, 'updated_at' => now()]);
        $goesOn === 0 && throw new WorkCancelled();
    }
}
