<?php

declare(strict_types=1);

namespace App\Storage;

use App\Models\Bar;
use App\Models\Blob;
use App\Models\ColumnSet;
use App\Models\MetricColumn;
use App\Storage\Identity\Identities;
use Closure;
use Illuminate\Support\Facades\DB;
use Logion\CrossSection\Category;
use Logion\CrossSection\Column;
use Logion\CrossSection\Texts;
use Logion\CrossSection\Universe;
use Logion\Formula\Moment;
use Logion\Formula\Node;
use Logion\Identity\FormerValues;
use Logion\Identity\Reference;
use Logion\Metric\Catalogue;
use Logion\Metric\Evaluation\BatchEvaluator;
use Logion\Time\Day;

/**
 * Metric columns of the universe, one packed array per metric and as-of day, and their refresh from facts and prices.
 */
final class ColumnStore
{
    /** A company is part of a day's universe if it traded within so many calendar days before it. */
    private const TRADED_WITHIN_DAYS = 14;

    /** Attributes that differ for nearly every company. */
    private const TEXTS = ['ticker', 'name'];

    private const ATTRIBUTES = [...self::TEXTS, 'kind', 'sector', 'template', 'country', 'exchange', 'currency', 'year_end', 'reported'];

    public function __construct(
        private readonly ColumnComputation $computation,
        private readonly CompanyReader $companies,
        private readonly Overlays $overlays,
        private readonly Identities $identities,
    ) {
    }

    /** The latest day that has prices, of an index or from an import; the default as-of day. */
    public function latestDay(): ?int
    {
        $day = max(
            Bar::query()
                ->where(
                    'listing_id',
                    DB::table('listings')
                        ->join('securities', 'securities.id', '=', 'security_id')
                        ->orderByRaw("kind <> 'index'")
                        ->orderBy('listings.id')
                        ->value('listings.id'),
                )
                ->max('day') ?? 0,
            DB::table('imports')->where('state', 'stored')->max('latest_day') ?? 0,
        );

        return $day > 0 ? (int) $day : (($kept = ColumnSet::query()->max('as_of')) === null ? null : (int) $kept);
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
        $metric = fn (string $name): ?Column => $this->stored($asOf, $name);
        $history = fn (Node $node): Column => $this->expression($asOf, $node) ??
            ($computes ? $this->derive($asOf, $node) : throw new HistoryPending((string) $node));
        $attribute = fn (string $name): Texts|Category => $this->attribute($asOf, $name);

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

    /** An attribute of every company: texts are kept joined, words out of a few as bytes, each in a row of its own. */
    private function attribute(int $asOf, string $name): Texts|Category
    {
        $column = $this->stored($asOf, "attribute:{$name}") ?? throw new \LogicException("The universe has no {$name}.");

        return in_array($name, self::TEXTS, true)
            ? new Texts($column->packed, $column->states)
            : new Category($column->packed === '' ? [] : explode("\n", $column->packed), $column->states);
    }

    /**
     * Computes every metric for every company of a day, then what compares companies.
     *
     * @param  Closure(int, int): void|null  $progress  done, total
     */
    public function refresh(int $asOf, ?Closure $progress = null): int
    {
        $catalogue = Catalogue::builtIn();
        $members = $this->members($asOf);
        $own = $compared = [];
        foreach (array_keys($catalogue->all()) as $key) {
            $catalogue->needsPeers($key) ? ($compared[] = $key) : ($own[] = $key);
        }
        $columns = array_combine($own, $this->computation->columns(array_column($members, 'id'), $asOf, $own, $progress));
        DB::transaction(function () use ($asOf, $members, $columns, $compared): void {
            MetricColumn::query()->where('as_of', $asOf)->delete();
            ColumnSet::query()->where('as_of', $asOf)->delete();
            $this->writeSet($asOf, $members);
            foreach ($columns as $key => $column) {
                $this->writeColumn($asOf, $key, null, $column);
            }
            $this->compare($asOf, $compared);
        });

        return count($members);
    }

    /**
     * Computes the metrics of some companies of a day anew and puts them into the columns.
     *
     * @param  list<int>  $companies
     * @return bool false if the companies of the day are others now, so that all columns must be computed again
     */
    public function patch(int $asOf, array $companies): bool
    {
        $members = $this->members($asOf);
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
                $column = $this->stored($asOf, $key);
                $column === null || $this->writeColumn($asOf, $key, null, $column->with($values));
            }
            MetricColumn::query()->where('as_of', $asOf)->where('name', 'like', 'expression:%')->delete();
            $this->writeAttributes($asOf, $members);
            $this->compare($asOf, $compared);
        });

        return true;
    }

    /**
     * @param  list<object{id: int, ticker: string, name: string, kind: string, sector: string, template: string, country: string,
     *     exchange: string, currency: string, year_end: string, reported: string}>  $members
     */
    public function writeSet(int $asOf, array $members): void
    {
        $this->writeAttributes($asOf, $members);
        ColumnSet::query()->insert([
            'as_of' => $asOf,
            'size' => count($members),
            'companies' => Blob::bound($members === [] ? '' : pack('V*', ...array_column($members, 'id'))),
            'complete' => true,
            'refreshed_at' => now(),
        ]);
    }

    /** @param  list<object>  $members */
    private function writeAttributes(int $asOf, array $members): void
    {
        foreach (self::ATTRIBUTES as $attribute) {
            $values = array_map('strval', array_column($members, $attribute));
            if (in_array($attribute, self::TEXTS, true)) {
                $texts = Texts::of($values);
                $kept = [$texts->joined, $texts->offsets];
            } else {
                $category = Category::of($values);
                $kept = [implode("\n", $category->words), $category->codes];
            }
            $this->writeColumn($asOf, "attribute:{$attribute}", null, new Column($kept[0], $kept[1], '', '', ''));
        }
    }

    public function writeColumn(int $asOf, string $name, ?string $formula, Column $column): void
    {
        $column = $column->codes === null ? $column->indexed() : $column;
        MetricColumn::query()
            ->toBase()
            ->updateOrInsert(
                ['as_of' => $asOf, 'name' => $name],
                [
                    'formula' => $formula,
                    'values' => Blob::bound($column->packed),
                    'states' => Blob::bound($column->states),
                    'codes' => Blob::bound($column->codes),
                    'bounds' => Blob::bound($column->bounds),
                    'ordered' => Blob::bound($column->ordered ?? ''),
                ],
            );
    }

    /**
     * The metrics that compare companies, from the columns just written.
     *
     * @param  list<string>  $metrics
     */
    private function compare(int $asOf, array $metrics): void
    {
        $universe = $this->universe($asOf) ?? throw new \LogicException('The set was just written.');
        foreach ($metrics as $key) {
            $this->writeColumn($asOf, $key, null, $universe->compared($key));
        }
    }

    private function stored(int $asOf, string $name): ?Column
    {
        $statement = DB::connection()
            ->getPdo()
            ->prepare('select "values", states, codes, bounds, ordered from metric_columns where as_of = ? and name = ?');
        $statement->execute([$asOf, $name]);
        $row = $statement->fetch(\PDO::FETCH_NUM);

        return $row === false ? null : new Column(...$row);
    }

    /** The kept column of an expression over history, if it has been computed. */
    public function expression(int $asOf, Node $node): ?Column
    {
        return $this->stored($asOf, self::expressionName($node));
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
        $text = (string) $node;
        $catalogue = Catalogue::builtIn();
        $ids = $this->universe($asOf)?->ids() ?? throw new \LogicException('The columns of the day come first.');
        foreach ($node->names() as $used) {
            if ($catalogue->find($used) !== null && $catalogue->needsPeers($used)) {
                throw \Logion\Formula\FormulaError::at("\"{$used}\" compares companies and cannot be looked at through time", $text);
            }
        }
        $column = $this->computation->columns($ids, $asOf, [$text], $progress)[0];
        $this->writeColumn($asOf, self::expressionName($node), $text, $column);

        return $column;
    }

    /**
     * Companies and funds whose main class of shares was listed on a day and traded shortly before it, by ticker, as they were
     * called then.
     *
     * @return list<object{id: int, ticker: string, name: string, kind: string, sector: string, template: string, country: string,
     *     exchange: string, currency: string, year_end: string, reported: string}>
     */
    public function members(int $asOf): array
    {
        $from = Day::plus($asOf, -self::TRADED_WITHIN_DAYS);
        $reported = DB::table('filings')
            ->where('filed_on', '<=', $asOf)
            ->groupBy('company_id')
            ->selectRaw('company_id, max(period_end) as period_end')
            ->pluck('period_end', 'company_id');
        $former = [];
        foreach (
            DB::table('former_attributes')
                ->where('until_day', '>', $asOf)
                ->orderBy('until_day')
                ->get(['company_id', 'attribute', 'value', 'until_day']) as $row
        ) {
            $former[$row->company_id][] = [$row->attribute, $row->value, (int) $row->until_day];
        }
        // The ticker alone does not name a company where another has, or had, the same.
        $shared = [];
        $several = DB::table('listings as l')
            ->join('securities as s', 's.id', '=', 'l.security_id')
            ->whereNotNull('s.company_id')
            ->groupBy('l.ticker')
            ->havingRaw('count(distinct s.company_id) > 1');
        foreach ($several->pluck('l.ticker') as $ticker) {
            $shared[$ticker] = $this->identities->withTicker((string) $ticker);
        }

        return DB::table('companies as c')
            ->join('securities as s', 's.company_id', '=', 'c.id')
            ->join('listings as l', 'l.security_id', '=', 's.id')
            ->join('exchanges as e', 'e.id', '=', 'l.exchange_id')
            ->whereIn('s.kind', ['share', 'fund'])
            ->where('s.main', true)
            ->where('l.main', true)
            ->where('l.from_day', '<=', $asOf)
            ->where(static fn ($query) => $query->whereNull('l.to_day')->orWhere('l.to_day', '>', $asOf))
            ->whereExists(
                static fn ($query) => $query
                    ->from('bars')
                    ->whereBetween('bars.day', [$from, $asOf])
                    ->whereIn(
                        'bars.listing_id',
                        static fn ($of) => $of
                            ->from('listings as k')
                            ->select('k.id')
                            ->whereColumn('k.security_id', 's.id')
                            ->where('k.main', true),
                    ),
            )
            ->orderBy('l.ticker')
            ->orderBy('e.code')
            ->get([
                'c.id',
                'l.id as listing',
                'l.ticker',
                'c.name',
                's.kind',
                'c.sector',
                'c.template',
                'c.country',
                'e.code as exchange',
                'c.reporting_currency as currency',
                'c.fiscal_year_end_month as year_end',
            ])
            ->map(static function (object $row) use ($reported, $asOf, $former, $shared): object {
                $row->id = (int) $row->id;
                $row->year_end = (string) $row->year_end;
                foreach ($shared[$row->ticker] ?? [] as $listing) {
                    if ($listing->id === $row->listing) {
                        $row->ticker = (string) Reference::of($listing, $shared[$listing->ticker], $asOf, Identities::LATEST);
                    }
                }
                unset($row->listing);
                if (isset($former[$row->id])) {
                    $then = new FormerValues($former[$row->id]);
                    $row->name = $then->on(FormerValues::NAME, $row->name, $asOf);
                    $row->sector = $then->on(FormerValues::SECTOR, $row->sector, $asOf);
                    $row->currency = $then->on(FormerValues::REPORTING_CURRENCY, $row->currency, $asOf);
                }
                // To the month, of the last twenty years: a category holds few words, and this one only tells what is stale.
                $end = (int) ($reported[$row->id] ?? 0);
                $row->reported = $end === 0 ? '' : max(intdiv($end, 100), intdiv($asOf, 100) - 2000).'31';

                return $row;
            })
            ->all();
    }
}
