<?php

declare(strict_types=1);

namespace App\Storage;

use App\Models\ColumnSet;
use App\Models\MetricColumn;
use Illuminate\Support\Facades\DB;
use Logion\CrossSection\Column;
use Logion\Metric\Catalogue;
use Logion\Time\Day;

/**
 * The columns of a day from those of the day before: what follows from statements alone is carried over but for companies that reported,
 * what looks at prices, estimates or others is computed anew.
 */
final readonly class NextDay
{
    private const LATELY_DAYS = 40;

    public function __construct(
        private ColumnStore $columns,
        private ColumnTable $table,
        private ColumnComputation $computation,
        private CompanyRefresh $refresh,
        private UniverseMembers $universes,
        private CompanyReader $companies,
        private EconomyReader $economy,
        private CompanyYears $years,
    ) {
    }

    /**
     * Checks the statements that have arrived, and tells what is to be computed.
     *
     * @param  int  $before  day whose columns are there, unless they are not
     */
    public function plan(int $before, int $day, Arrived $arrived): DayPlan
    {
        $this->economy->forget();
        $this->companies->forget();
        $members = $this->universes->on($day);
        $ids = array_column($members, 'id');
        $carried = $before < $day ? $this->companiesOf($before) : null;
        if ($carried === null) {
            // What was stored by a process that did not come to compute is not known: all is computed, and who reported lately is checked.
            $lately = DB::table('filings')->where('filed_on', '>', Day::plus($day, -self::LATELY_DAYS))->distinct()->pluck('company_id');
            $lately->each(fn (mixed $company) => $this->refresh->check((int) $company));

            return new DayPlan(null, $day, $ids, $ids, null);
        }
        DB::transaction(fn () => array_map($this->refresh->check(...), array_keys($arrived->statements)));
        $places = array_flip($carried);
        // Amounts in another currency are others whenever the rate is.
        $base = $this->economy->read()->baseCurrency();
        $anew = [];
        foreach ($members as $member) {
            if (! isset($places[$member->id]) || isset($arrived->statements[$member->id]) || $member->currency !== $base) {
                $anew[] = $member->id;
            }
        }

        return new DayPlan($before, $day, $ids, $anew, array_keys($arrived->statements));
    }

    /** Computes what a plan asks for and stores it. */
    public function follow(DayPlan $plan): void
    {
        $of = fn (array $ids, array $metrics): array => $ids === [] ? [] : $this->computation->columns($ids, $plan->day, $metrics);
        $this->put($plan, $of($plan->companies, self::daily()), $of($plan->anew, self::lasting()));
    }

    /**
     * Stores the columns of the day, which take the place of those of the day before.
     *
     * @param  list<Column>  $daily  of the companies of the plan, {@see daily()}
     * @param  list<Column>  $lasting  of those that are computed anew, {@see lasting()}; empty where there are none
     */
    public function put(DayPlan $plan, array $daily, array $lasting): void
    {
        $members = $this->universes->on($plan->day);
        $computed = $daily === [] ? [] : array_combine(self::daily(), $daily);
        $reported = $lasting === [] ? [] : array_combine(self::lasting(), $lasting);
        $places = array_flip($plan->before === null ? [] : $this->companiesOf($plan->before) ?? []);
        $runs = self::runs(
            array_map(static fn (int $id): ?int => $places[$id] ?? null, $plan->companies),
            $plan->companies,
            array_flip($plan->anew),
        );
        DB::transaction(function () use ($plan, $members, $computed, $reported, $runs): void {
            foreach (self::lasting() as $key) {
                $old = $plan->before === null ? null : $this->table->read($plan->before, $key);
                $computed[$key] = self::carry($old, $reported[$key] ?? null, $runs);
            }
            foreach (array_filter([$plan->before, $plan->day]) as $of) {
                MetricColumn::query()->where('as_of', $of)->delete();
                ColumnSet::query()->where('as_of', $of)->delete();
            }
            $this->table->writeSet($plan->day, $members);
            foreach ($computed as $key => $column) {
                $this->table->write($plan->day, $key, null, $column);
            }
            $catalogue = Catalogue::builtIn();
            $this->columns->compare($plan->day, array_values(array_filter(array_keys($catalogue->all()), $catalogue->needsPeers(...))));
        });
        $plan->before === null && $this->companies->keepDelistedPacked();
        $plan->reported === null ? $this->years->fill() : $this->years->fill($plan->reported);
    }

    /** @return list<string> metrics of a company by itself that look at prices, estimates or rates */
    public static function daily(): array
    {
        return array_values(array_filter(ColumnStore::ownMetrics(), Catalogue::builtIn()->movesDaily(...)));
    }

    /** @return list<string> metrics that follow from statements alone */
    public static function lasting(): array
    {
        return array_values(array_diff(ColumnStore::ownMetrics(), self::daily()));
    }

    /** @return list<int>|null companies whose columns of a day are there, in their order; null where there are none */
    private function companiesOf(int $day): ?array
    {
        $set = ColumnSet::query()->where('as_of', $day)->where('complete', true)->first();

        return $set === null ? null : array_values(unpack('V*', (string) $set->companies) ?: []);
    }

    /**
     * Which stretches of old and new columns follow each other, which is the same for all columns.
     *
     * @param  list<int|null>  $places  where each company stood
     * @param  list<int>  $ids
     * @param  array<int, int>  $fresh  place among those computed anew by company
     * @return list<array{bool, int, int}> whether computed anew, the first place, and how many follow
     */
    private static function runs(array $places, array $ids, array $fresh): array
    {
        $runs = [];
        $last = -1;
        foreach ($ids as $i => $id) {
            $isNew = isset($fresh[$id]);
            $at = $isNew ? $fresh[$id] : (int) $places[$i];
            if ($last >= 0 && $runs[$last][0] === $isNew && $runs[$last][1] + $runs[$last][2] === $at) {
                $runs[$last][2]++;
            } else {
                $runs[++$last] = [$isNew, $at, 1];
            }
        }

        return $runs;
    }

    /** @param  list<array{bool, int, int}>  $runs */
    private static function carry(?Column $old, ?Column $new, array $runs): Column
    {
        $packed = $states = '';
        foreach ($runs as [$isNew, $at, $count]) {
            $from = ($isNew ? $new : $old) ?? throw new \LogicException('A column is asked for of a company of which none was computed.');
            $packed .= substr($from->packed, 8 * $at, 8 * $count);
            $states .= substr($from->states, $at, $count);
        }

        return new Column($packed, $states);
    }
}
