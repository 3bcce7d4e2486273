<?php

declare(strict_types=1);

namespace App\Feature\Simulation;

use App\Feed\Advance;
use App\Models\Task;
use App\Storage\ColumnComputation;
use App\Storage\DataStamp;
use App\Storage\DayPlan;
use App\Storage\NextDay;
use App\Storage\UniverseMembers;
use App\Task\Lane;
use App\Task\PartedWork;
use App\Task\WorkCancelled;
use App\Task\WorkOrder;
use Closure;
use Logion\CrossSection\Column;
use Logion\Figure\Words;

/**
 * Lets the simulated exchange go on in stages: some days are stored, one after another, and the metrics of the last of them are computed
 * in parts; then come the next days. Who is killed anywhere costs the day or the part that was under way.
 */
final readonly class AdvanceWork implements PartedWork
{
    /**
     * @param  int  $from  day after which it began
     * @param  array{days: int, to: int|null, next_event: bool}  $wish
     */
    public function __construct(
        private Advance $advance,
        private NextDay $next,
        private ColumnComputation $computation,
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
        $stamp = $this->stamp->read();

        return array_map(
            static fn (array $some): array => [
                'asked' => [
                    'stamp' => $stamp,
                    'before' => $plan->before,
                    'day' => $plan->day,
                    'companies' => $some,
                    'anew' => array_values(array_intersect($some, $plan->anew)),
                    'reported' => $plan->reported,
                ],
                // Progress is told in days.
                'size' => 0,
            ],
            array_chunk($plan->companies, config('logion.companies_of_a_part.columns')) ?: [[]],
        );
    }

    public function compute(array $asked, Closure $goesOn): string
    {
        $share = fn (array $ids, array $metrics): array => $ids === [] ? [] : array_map(
            static fn (Column $of): array => [$of->packed, $of->states],
            $this->computation->share($ids, $asked['day'], $metrics, static fn () => $goesOn()),
        );

        return serialize([$asked, $share($asked['companies'], NextDay::daily()), $share($asked['anew'], NextDay::lasting())]);
    }

    public function finish(iterable $found): bool
    {
        $stamp = $this->stamp->read();
        $first = null;
        $companies = $anew = $daily = $lasting = [];
        foreach ($found as $part) {
            [$asked, $moving, $other] = unserialize($part, ['allowed_classes' => false]);
            if ($asked['stamp'] !== $stamp) {
                return false;
            }
            $first ??= $asked;
            array_push($companies, ...$asked['companies']);
            array_push($anew, ...$asked['anew']);
            $daily[] = self::columns($moving);
            $lasting[] = self::columns($other);
        }
        if ($first === null) {
            return true;
        }
        if ($companies !== array_column($this->universes->on($first['day']), 'id')) {
            return false;
        }
        $plan = new DayPlan($first['before'], $first['day'], $companies, $anew, $first['reported']);
        // Nothing that lasts is computed in a part where nobody reported.
        $lasting = array_values(array_filter($lasting));
        $this->next->put(
            $plan,
            array_map(Column::joined(...), ...$daily),
            $lasting === [] ? [] : array_map(Column::joined(...), ...$lasting),
        );
        $this->advance->settled($plan->day);

        // Where days are left they are the next stage.
        return $this->advance->isFulfilled($this->wish, $this->from);
    }

    /** The days before are kept, with their metrics. */
    public function cancelled(): string
    {
        $this->advance->complete();

        return Words::say('cancelled_the_days_before_are');
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

    /**
     * @param  list<array{string, string}>  $packed
     * @return list<Column>
     */
    private static function columns(array $packed): array
    {
        return array_map(static fn (array $of): Column => new Column(...$of), $packed);
    }
}
