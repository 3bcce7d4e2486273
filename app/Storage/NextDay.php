<?php

declare(strict_types=1);

namespace App\Storage;

use App\Models\ColumnSet;
use App\Models\MetricColumn;
use App\Models\Setting;
use Closure;
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

    /** Name of the row that tells the day before, whose columns are kept a while. */
    private const FORMER = 'former_day';

    public function __construct(
        private ColumnStore $columns,
        private ColumnTable $table,
        private ColumnComputation $computation,
        private StatementFindings $findings,
        private UniverseMembers $universes,
        private CompanyReader $companies,
        private EconomyReader $economy,
        private CompanyYears $years,
        private InstallationDay $latest,
        private DataStamp $stamp,
    ) {
    }

    /**
     * What is to be computed of a day.
     *
     * @param  int  $before  day whose columns are there, unless they are not
     */
    public function plan(int $before, int $day): DayPlan
    {
        $this->economy->forget();
        $this->companies->forget();
        $members = $this->universes->on($day);
        $ids = array_column($members, 'id');
        $carried = $before < $day ? $this->companiesOf($before) : null;
        if ($carried === null) {
            // When what is stored was last computed is not known: all is, and who reported lately is checked.
            return new DayPlan(null, $day, $ids, $ids, self::reported(Day::plus($day, -self::LATELY_DAYS), $day));
        }
        $places = array_flip($carried);
        $reported = array_flip(self::reported($before, $day));
        // Amounts in another currency are others whenever the rate is.
        $base = $this->economy->read()->baseCurrency();
        $anew = [];
        foreach ($members as $member) {
            if (! isset($places[$member->id]) || isset($reported[$member->id]) || $member->currency !== $base) {
                $anew[] = $member->id;
            }
        }

        return new DayPlan($before, $day, $ids, $anew, array_keys($reported));
    }

    /**
     * Computes what a plan asks for and stores it.
     *
     * @return bool false where data were changed meanwhile: it is to be planned again
     */
    public function follow(DayPlan $plan): bool
    {
        $stamps = [[$this->stamp->readOf($plan->lookedAt()), $plan->lookedAt()]];
        $columns = fn (array $ids, array $metrics): array => $this->computation->columns($ids, $plan->day, $metrics);

        return $this->put($plan, $this->figures($plan, $columns), fn (): bool => $this->stamp->holds($stamps));
    }

    /**
     * What this process alone computes of a plan, and nothing is written.
     *
     * @param  Closure(): void  $goesOn  called now and then
     */
    public function compute(DayPlan $plan, Closure $goesOn): DayFigures
    {
        $tell = static fn () => $goesOn();

        return $this->figures(
            $plan,
            fn (array $ids, array $metrics): array => $this->computation->share($ids, $plan->day, $metrics, $tell),
        );
    }

    /**
     * Stores what comes of a plan, and everything is looked at from its day. Who began to read at the day before reads on: its columns are
     * let go when the next day comes.
     *
     * @param  (Closure(): bool)|null  $first  called in the transaction; where it says no nothing is stored
     * @return bool whether it was stored; not where companies came or went since it was planned
     */
    public function put(DayPlan $plan, DayFigures $figures, ?Closure $first = null): bool
    {
        $members = $this->universes->on($plan->day);
        if (array_column($members, 'id') !== $plan->companies) {
            return false;
        }
        $computed = $figures->daily === [] ? [] : array_combine(self::daily(), $figures->daily);
        $lasting = $figures->lasting === [] ? [] : array_combine(self::lasting(), $figures->lasting);
        $places = array_flip($plan->before === null ? [] : $this->companiesOf($plan->before) ?? []);
        $runs = self::runs(
            array_map(static fn (int $id): ?int => $places[$id] ?? null, $plan->companies),
            $plan->companies,
            array_flip($plan->anew),
        );
        $isStored = DB::transaction(function () use ($plan, $figures, $members, $computed, $lasting, $runs, $first): bool {
            if ($first !== null && ! $first()) {
                return false;
            }
            foreach (self::lasting() as $key) {
                $old = $plan->before === null ? null : $this->table->read($plan->before, $key);
                $computed[$key] = self::carry($old, $lasting[$key] ?? null, $runs);
            }
            $former = $plan->before === null ? null : Setting::query()->where('name', self::FORMER)->value('value');
            $gone = array_diff([$plan->day, (int) $former], [$plan->before]);
            MetricColumn::query()->whereIn('as_of', $gone)->delete();
            ColumnSet::query()->whereIn('as_of', $gone)->delete();
            $plan->before === null ||
                Setting::query()->upsert([['name' => self::FORMER, 'value' => (string) $plan->before]], ['name'], ['value']);
            $this->table->writeSet($plan->day, $members);
            foreach ($computed as $key => $column) {
                $this->table->write($plan->day, $key, null, $column);
            }
            $catalogue = Catalogue::builtIn();
            $this->columns->compare($plan->day, array_values(array_filter(array_keys($catalogue->all()), $catalogue->needsPeers(...))));
            $this->findings->keep($plan->reported, $figures->findings);
            $this->years->keep($figures->years);
            $this->latest->moveTo($plan->day);

            return true;
        });
        if ($isStored && $plan->before === null) {
            $this->companies->keepDelistedPacked();
            $this->years->fill();
        }

        return $isStored;
    }

    /** @param  Closure(list<int>, list<string>): list<Column>  $columns */
    private function figures(DayPlan $plan, Closure $columns): DayFigures
    {
        $of = static fn (array $ids, array $metrics): array => $ids === [] ? [] : $columns($ids, $metrics);

        return new DayFigures(
            $of($plan->companies, self::daily()),
            $of($plan->anew, self::lasting()),
            $this->findings->find($plan->reported),
            $this->years->compute($plan->before === null ? $plan->companies : $plan->reported),
        );
    }

    /** @return list<int> companies that reported, or whose shares were split, after a day and up to another */
    private static function reported(int $after, int $day): array
    {
        $splits = DB::table('corporate_actions')
            ->join('securities', 'securities.id', '=', 'corporate_actions.security_id')
            ->where('corporate_actions.ex_date', '>', $after)
            ->where('corporate_actions.ex_date', '<=', $day)
            ->select('securities.company_id');

        return DB::table('filings')
            ->where('filed_on', '>', $after)
            ->where('filed_on', '<=', $day)
            ->select('company_id')
            ->union($splits)
            ->orderBy('company_id')
            ->pluck('company_id')
            ->map(intval(...))
            ->all();
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
