<?php

declare(strict_types=1);

namespace App\Feature\Simulation;

use App\Feed\Advance;
use App\Models\Task;
use App\Storage\DataStamp;
use App\Storage\DayFigures;
use App\Storage\DayPlan;
use App\Storage\NextDay;
use App\Task\Lane;
use App\Task\PartedWork;
use App\Task\PartSizes;
use App\Task\TellsProgress;
use App\Task\WorkCancelled;
use App\Task\WorkOrder;
use Closure;
use Logion\Figure\Words;

/**
 * Lets the simulated exchange go on in stages of a month. A part of one stores the days of a block of companies, or computes metrics of
 * some companies on the last day of the stage before: so nothing but the close of a stage is done by one. Nobody sees a day before its
 * metrics are there. Who is killed anywhere costs the part that was under way.
 */
final readonly class AdvanceWork implements PartedWork, TellsProgress
{
    /** One at a time goes on, whoever asks. */
    public const KIND = 'advance';

    /** What is asked of a part that stores days. */
    private const BLOCK = 'block';

    /**
     * @param  int  $from  day after which it began
     * @param  array{days: int, to: int|null, next_event: bool}  $wish
     */
    public function __construct(
        private Advance $advance,
        private NextDay $next,
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
        [$to, $blocks] = $this->advance->begin($this->wish, $this->from, $this->tell(...)) ?? [0, []];
        $asked = array_map(static fn (int $number): array => [self::BLOCK => $number, 'to' => $to], $blocks);
        $plan = $this->advance->plan();
        if ($plan !== null) {
            $stored = $this->advance->last();
            foreach ($plan->parts(PartSizes::split($plan->companies, config('logion.companies_of_a_part.columns'))) as $part) {
                $stamp = $this->stamp->readOf($part->lookedAt());
                $asked[] = ['stamp' => $stamp, 'stored' => $stored, ...get_object_vars($part)];
            }
        }

        // Progress is told in days.
        return array_map(static fn (array $of): array => ['asked' => $of, 'size' => 0], $asked);
    }

    public function compute(array $asked, Closure $goesOn): string
    {
        if (isset($asked[self::BLOCK])) {
            $this->advance->bring($asked[self::BLOCK], $asked['to'], $goesOn);

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
        $this->advance->close();
        if ($plans !== []) {
            $plan = DayPlan::joined($plans);
            if (! $this->next->put($plan, DayFigures::joined($figures), fn (): bool => $this->stamp->holds($stamps))) {
                return false;
            }
            $this->advance->settled($plan->day);
        }
        $this->tell(...$this->progress());

        // Where days are left they are the next stage.
        return $this->advance->isDone($this->wish, $this->from);
    }

    public function progress(): array
    {
        return $this->advance->progress($this->wish, $this->from);
    }

    /** The days before are kept, with their metrics. */
    public function cancelled(): ?string
    {
        return $this->advance->complete() ? Words::say('cancelled_days_that_were_begun') : null;
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
