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
        foreach (array_keys($arrived->statements) as $company) {
            $this->refresh->check($company);
        }
        $members = $this->universes->on($day);
        $ids = array_column($members, 'id');
        $places = array_flip(array_values(unpack('V*', (string) $set->companies) ?: []));
        $anew = array_values(array_filter(
            $ids,
            static fn (int $id): bool => ! isset($places[$id]) || isset($arrived->statements[$id]),
        ));
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
                $catalogue->needsPeers($key) => $compared[] = $key,
                $catalogue->movesDaily($key) => $daily[] = $key,
                default => $lasting[] = $key,
            };
        }
        $computed = array_combine($daily, $this->computation->columns($ids, $day, $daily));
        $reported = $anew === [] ? [] : array_combine($lasting, $this->computation->columns($anew, $day, $lasting));
        $carried = array_map(static fn (int $id): ?int => $places[$id] ?? null, $ids);
        $fresh = array_flip($anew);
        DB::transaction(function () use ($before, $day, $members, $ids, $computed, $lasting, $reported, $carried, $fresh, $compared): void {
            foreach ($lasting as $key) {
                $old = $this->table->read($before, $key) ?? throw new \LogicException("The columns of the day before lack {$key}.");
                $computed[$key] = self::carry($old, $carried, $ids, $fresh, $reported[$key] ?? null);
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

        return count($members);
    }

    /**
     * @param  list<int|null>  $places  where each company stood
     * @param  list<int>  $ids
     * @param  array<int, int>  $fresh  place among those computed anew by company
     */
    private static function carry(Column $old, array $places, array $ids, array $fresh, ?Column $new): Column
    {
        $packed = $states = '';
        foreach ($ids as $i => $id) {
            [$from, $at] = isset($fresh[$id]) && $new !== null ? [$new, $fresh[$id]] : [$old, (int) $places[$i]];
            $packed .= substr($from->packed, 8 * $at, 8);
            $states .= $from->states[$at];
        }

        return new Column($packed, $states);
    }
}
