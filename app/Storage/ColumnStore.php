<?php

declare(strict_types=1);

namespace App\Storage;

use App\Models\ColumnSet;
use App\Models\MetricColumn;
use Closure;
use Illuminate\Support\Facades\DB;
use Logion\CrossSection\Category;
use Logion\CrossSection\Column;
use Logion\CrossSection\Texts;
use Logion\CrossSection\Universe;
use Logion\Figure\Words;
use Logion\Formula\FormulaError;
use Logion\Formula\Moment;
use Logion\Formula\Node;
use Logion\Metric\Catalogue;
use Logion\Metric\Evaluation\BatchEvaluator;

/**
 * Metric columns of the universe, one packed array per metric and as-of day, and their refresh from facts and prices.
 */
final class ColumnStore
{
    public function __construct(
        private readonly ColumnComputation $computation,
        private readonly CompanyReader $companies,
        private readonly Overlays $overlays,
        private readonly ColumnTable $table,
        private readonly UniverseMembers $universes,
        private readonly InstallationDay $day,
        private readonly CompanyYears $years,
        private readonly DataStamp $stamp,
    ) {
    }

    /** The default as-of day. */
    public function latestDay(): ?int
    {
        return $this->day->read();
    }

    public function isComplete(int $asOf): bool
    {
        return ColumnSet::query()->where('as_of', $asOf)->where('complete', true)->exists();
    }

    /**
     * The universe of a day, or null if its columns have not been refreshed yet.
     *
     * @param  Catalogue|null  $catalogue  with a user's own metrics; the built-in one by default
     * @param  (Closure(string, mixed): list<int>)|null  $members  companies of a named list
     * @param  bool  $computes  whether an expression over history is computed when first met; else {@see HistoryPending} is thrown
     * @param  Viewpoint|null  $as  whose corrections and choices count; nobody's by default
     */
    public function universe(
        int $asOf,
        bool $computes = true,
        ?Catalogue $catalogue = null,
        ?Closure $members = null,
        ?Viewpoint $as = null,
    ): ?Universe {
        $set = ColumnSet::query()->where('as_of', $asOf)->where('complete', true)->first();
        if ($set === null) {
            return null;
        }
        $catalogue ??= Catalogue::builtIn();
        $overlay = $as === null ? null : $this->overlays->of($as, $asOf, (string) $set->companies);
        $metric = fn (string $name): ?Column => $this->table->read($asOf, $name);
        $history = fn (Node $node): Column => $this->expression($asOf, $node) ??
            ($computes ? $this->derive($asOf, $node) : throw new HistoryPending((string) $node));
        $attribute = fn (string $name): Texts|Category => $this->table->attribute($asOf, $name);

        return new Universe(
            $asOf,
            (string) $set->companies,
            $overlay === null ? $attribute : static fn (string $name): Texts|Category => $overlay->attribute($name, $attribute($name)),
            $catalogue,
            // What compares companies is compared anew where a figure of one of them is another.
            $overlay === null
                ? $metric
                : static fn (string $name): ?Column => $catalogue->needsPeersIfMetric($name) || ($column = $metric($name)) === null
                    ? null
                    : $overlay->metric($name, $column),
            static fn (Node $node): Column => $overlay === null
                ? $history($catalogue->expand($node))
                : $overlay->expression($catalogue->expand($node), $history($catalogue->expand($node))),
            $members,
        );
    }

    /**
     * Computes every metric for every company of a day, then what compares companies; again where data were changed meanwhile.
     *
     * @param  Closure(int, int): void|null  $progress  done, total
     */
    public function refresh(int $asOf, ?Closure $progress = null): int
    {
        $count = 0;
        DataStamp::insist(function () use ($asOf, $progress, &$count): bool {
            $members = $this->universes->on($asOf);
            $count = count($members);
            $ids = array_column($members, 'id');
            $stamps = [[$this->stamp->readOf($ids), $ids]];
            $columns = $this->computation->columns($ids, $asOf, self::ownMetrics(), $progress);

            return $this->keep($asOf, $members, $columns, fn (): bool => $this->stamp->holds($stamps));
        });

        return $count;
    }

    /** @return list<string> metrics of a company by itself */
    public static function ownMetrics(): array
    {
        static $own = null;
        $catalogue = Catalogue::builtIn();

        return $own ??= array_values(array_filter(
            array_keys($catalogue->all()),
            static fn (string $key): bool => ! $catalogue->needsPeers($key),
        ));
    }

    /**
     * Stores the columns of a day, with what compares companies.
     *
     * @param  list<object{id: int, ticker: string, name: string, kind: string, sector: string, template: string, country: string,
     *     exchange: string, currency: string, year_end: string, reported: string}>  $members  companies of the day
     * @param  list<Column>  $own  {@see ownMetrics}
     * @param  (Closure(): bool)|null  $first  called in the transaction; where it says no nothing is stored
     * @return bool whether they were stored
     */
    public function keep(int $asOf, array $members, array $own, ?Closure $first = null): bool
    {
        $columns = array_combine(self::ownMetrics(), $own);
        $compared = array_values(array_diff(array_keys(Catalogue::builtIn()->all()), self::ownMetrics()));
        $isStored = DB::transaction(function () use ($asOf, $members, $columns, $compared, $first): bool {
            if ($first !== null && ! $first()) {
                return false;
            }
            MetricColumn::query()->where('as_of', $asOf)->delete();
            ColumnSet::query()->where('as_of', $asOf)->delete();
            $this->table->writeSet($asOf, $members);
            foreach ($columns as $key => $column) {
                $this->table->write($asOf, $key, null, $column);
            }
            $this->compare($asOf, $compared);

            return true;
        });
        if ($isStored) {
            $this->companies->keepDelistedPacked();
            $this->years->fill();
        }

        return $isStored;
    }

    /**
     * Computes the metrics of some companies of a day anew and puts them into the columns.
     *
     * @param  list<int>  $companies
     * @return bool false if the companies of the day are others now, so that all columns must be computed again
     */
    public function patch(int $asOf, array $companies): bool
    {
        $members = $this->universes->on($asOf);
        $stored = (string) ColumnSet::query()->where('as_of', $asOf)->value('companies');
        if ($members === [] || $stored !== pack('V*', ...array_column($members, 'id'))) {
            return false;
        }
        $catalogue = Catalogue::builtIn();
        $positions = array_intersect(array_column($members, 'id'), $companies);
        $changes = $compared = [];
        foreach (array_keys($catalogue->all()) as $key) {
            if ($catalogue->needsPeers($key)) {
                $compared[] = $key;
            }
        }
        $evaluator = new BatchEvaluator($this->computation->open(array_values($positions), $asOf, $catalogue), $catalogue);
        $this->companies->keepPacked(array_values($positions));
        foreach (array_diff(array_keys($catalogue->all()), $compared) as $key) {
            $vector = $evaluator->metric($key, Moment::ofFormula());
            foreach (array_keys($positions) as $i => $position) {
                $changes[$key][$position] = $vector->at($i);
            }
        }
        DB::transaction(function () use ($asOf, $changes, $compared, $members): void {
            foreach ($changes as $key => $values) {
                $column = $this->table->read($asOf, $key);
                $column === null || $this->table->write($asOf, $key, null, $column->with($values));
            }
            MetricColumn::query()->where('as_of', $asOf)->where('name', 'like', 'expression:%')->delete();
            $this->table->writeAttributes($asOf, $members);
            $this->compare($asOf, $compared);
        });

        return true;
    }

    /**
     * The metrics that compare companies, from the columns just written.
     *
     * @param  list<string>  $metrics
     */
    public function compare(int $asOf, array $metrics): void
    {
        $universe = $this->universe($asOf) ?? throw new \LogicException('The set was just written.');
        foreach ($metrics as $key) {
            $this->table->write($asOf, $key, null, $universe->compared($key));
        }
    }

    /** What was computed for a day and those after it is computed anew when it is asked for. */
    public function forgetFrom(int $day): void
    {
        MetricColumn::query()->where('as_of', '>=', $day)->delete();
        ColumnSet::query()->where('as_of', '>=', $day)->delete();
        $this->years->forgetFrom($day);
    }

    /** The kept column of an expression over history, if it has been computed. */
    public function expression(int $asOf, Node $node): ?Column
    {
        return $this->table->read($asOf, self::expressionName($node));
    }

    private static function expressionName(Node $node): string
    {
        return 'expression:'.sha1((string) $node);
    }

    /**
     * Computes an expression that needs each company's own history from facts, and keeps it.
     *
     * @param  Closure(int, int): void|null  $progress  done, total
     */
    public function derive(int $asOf, Node $node, ?Closure $progress = null): Column
    {
        $ids = $this->universe($asOf)?->ids() ?? throw new ColumnsForgotten($asOf);
        self::mustNotCompare($node);
        $column = $this->computation->columns($ids, $asOf, [(string) $node], $progress)[0];
        $this->keepExpression($asOf, $node, $column);

        return $column;
    }

    /**
     * @param  (Closure(): bool)|null  $first  called in the transaction; where it says no nothing is stored
     * @return bool whether it was stored
     */
    public function keepExpression(int $asOf, Node $node, Column $column, ?Closure $first = null): bool
    {
        return DB::transaction(function () use ($asOf, $node, $column, $first): bool {
            $isKept = $first === null || $first();
            $isKept && $this->table->write($asOf, self::expressionName($node), (string) $node, $column);

            return $isKept;
        });
    }

    /** @throws FormulaError if it compares companies, which have no history */
    public static function mustNotCompare(Node $node): void
    {
        $catalogue = Catalogue::builtIn();
        foreach ($node->names() as $used) {
            if ($catalogue->find($used) !== null && $catalogue->needsPeers($used)) {
                throw FormulaError::at(Words::say('compares_companies_and_cannot_be_looked', used: $used), (string) $node);
            }
        }
    }
}
