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
     * @param  int  $before  day whose columns are there; they give way to those of the new one
     * @return int companies
     */
    public function follow(int $before, int $day, Arrived $arrived): int
    {
        $this->economy->forget();
        $this->companies->forget();
        $set = ColumnSet::query()->where('as_of', $before)->where('complete', true)->first();
        if ($set === null || $before >= $day) {
            // What was stored by a process that did not come to compute is not known: all is computed, and who reported lately is checked.
            $lately = DB::table('filings')->where('filed_on', '>', Day::plus($day, -self::LATELY_DAYS))->distinct()->pluck('company_id');
            $lately->each(fn (mixed $company) => $this->refresh->check((int) $company));

            return $this->columns->refresh($day);
        }
        DB::transaction(fn () => array_map($this->refresh->check(...), array_keys($arrived->statements)));
        $members = $this->universes->on($day);
        $ids = array_column($members, 'id');
        $places = array_flip(array_values(unpack('V*', (string) $set->companies) ?: []));
        $anew = array_values(array_filter($ids, static fn (int $id): bool => ! isset($places[$id]) || isset($arrived->statements[$id])));
        // Amounts in another currency are others whenever the rate is.
        $base = $this->economy->read()->baseCurrency();
        foreach ($members as $member) {
            if ($member->currency !== $base && ! in_array($member->id, $anew, true)) {
                $anew[] = $member->id;
            }
        }
        $catalogue = Catalogue::builtIn();
        $daily = $lasting = $compared = [];
        foreach (array_keys($catalogue->all()) as $key) {
            match (true) {
                $catalogue->needsPeers($key) => ($compared[] = $key),
                $catalogue->movesDaily($key) => ($daily[] = $key),
                default => ($lasting[] = $key),
            };
        }
        $computed = array_combine($daily, $this->computation->columns($ids, $day, $daily));
        $reported = $anew === [] ? [] : array_combine($lasting, $this->computation->columns($anew, $day, $lasting));
        $carried = array_map(static fn (int $id): ?int => $places[$id] ?? null, $ids);
        $runs = self::runs($carried, $ids, array_flip($anew));
        DB::transaction(function () use ($before, $day, $members, $computed, $lasting, $reported, $runs, $compared): void {
            foreach ($lasting as $key) {
                $old = $this->table->read($before, $key) ?? throw new \LogicException("The columns of the day before lack {$key}.");
                $computed[$key] = self::carry($old, $reported[$key] ?? null, $runs);
            }
            foreach ([$before, $day] as $of) {
                MetricColumn::query()->where('as_of', $of)->delete();
                ColumnSet::query()->where('as_of', $of)->delete();
            }
            $this->table->writeSet($day, $members);
            foreach ($computed as $key => $column) {
                $this->table->write($day, $key, null, $column);
            }
            $this->columns->compare($day, $compared);
        });

        $this->years->fill(array_keys($arrived->statements));

        return count($members);
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
    private static function carry(Column $old, ?Column $new, array $runs): Column
    {
        $packed = $states = '';
        foreach ($runs as [$isNew, $at, $count]) {
            $from = $isNew ? $new ?? throw new \LogicException('A company is computed anew, and nothing of it is.') : $old;
            $packed .= substr($from->packed, 8 * $at, 8 * $count);
            $states .= substr($from->states, $at, $count);
        }

        return new Column($packed, $states);
    }
}
