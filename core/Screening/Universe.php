<?php

declare(strict_types=1);

namespace Logion\Screening;

use Closure;
use Logion\Absence;
use Logion\Metrics\Catalogue;
use Logion\Metrics\Formula\FormulaError;
use Logion\Metrics\Formula\Functions;
use Logion\Metrics\Formula\Node;
use Logion\Metrics\Formula\Operations;
use Logion\Statistics\Quantile;
use Logion\Statistics\Rank;

/**
 * All securities of an as-of day in a fixed order, with a column per metric. Formulas are valued here for the whole universe at
 * once; whatever needs a company's own history is asked for as a derived column.
 *
 * A selection of companies is a string of bytes, 1 where the company is in it; see {@see Mask}.
 */
final class Universe
{
    /** What a definition may narrow by, and the attribute behind it. */
    private const BY_WORD = ['countries' => 'country', 'exchanges' => 'exchange', 'templates' => 'template', 'kinds' => 'kind'];

    /** What a definition may bound, and the metric behind it. */
    public const BY_RANGE = ['market_cap' => 'market_cap', 'traded_value' => 'median_traded_value_3m'];

    private const ARITHMETIC = ['min', 'max', 'abs', 'ln', 'sqrt'];

    /** @var array<string, Column> */
    private array $columns = [];

    /** @var array<string, list<string>|Texts|Category> */
    private array $read = [];

    /** @var array<string, list<int>>|null positions of shares by peer group */
    private ?array $groups = null;

    /** @var array<string, list<float>> sorted known values per cross-section question */
    private array $sorted = [];

    private readonly string $packedIds;

    /**
     * @param  list<int>|string  $ids  company per position; as text packed as 32-bit numbers
     * @param  Closure(string): (list<string>|Texts|Category)  $attributes  ticker, name, kind, sector, template, country, exchange, currency, year_end or reported of every company
     * @param  Closure(string): ?Column  $stored  column of a metric by key
     * @param  Closure(Node): Column  $derived  column of an expression that needs each company's own history
     * @param  (Closure(string, mixed): list<int>)|null  $members  companies of a named list: list, watchlist, portfolio, index, screen or tickers
     */
    public function __construct(
        public readonly int $asOf,
        array|string $ids,
        private readonly Closure $attributes,
        public readonly Catalogue $catalogue,
        private readonly Closure $stored,
        private readonly Closure $derived,
        private readonly ?Closure $members = null,
    ) {
        $this->packedIds = is_string($ids) ? $ids : ($ids === [] ? '' : pack('V*', ...$ids));
    }

    /** @return list<string> one value per position */
    public function attribute(string $name): array
    {
        $read = $this->read($name);

        return is_array($read) ? $read : $read->all();
    }

    /** An attribute of one company. */
    public function attributeAt(string $name, int $position): string
    {
        $read = $this->read($name);

        return is_array($read) ? $read[$position] : $read->at($position);
    }

    public function category(string $name): Category
    {
        $read = $this->read($name);

        return $read instanceof Category ? $read : $this->read[$name] = Category::of($this->attribute($name));
    }

    /** @return list<string>|Texts|Category */
    private function read(string $name): array|Texts|Category
    {
        return $this->read[$name] ??= ($this->attributes)($name);
    }

    public function size(): int
    {
        return intdiv(strlen($this->packedIds), 4);
    }

    /** @return list<int> */
    public function positions(): array
    {
        return $this->packedIds === '' ? [] : range(0, $this->size() - 1);
    }

    /** The company at a position. */
    public function company(int $position): int
    {
        return (unpack('V', $this->packedIds, 4 * $position) ?: [1 => 0])[1];
    }

    /** @return list<int> the company of each position */
    public function ids(): array
    {
        return $this->packedIds === '' ? [] : array_values(unpack('V*', $this->packedIds) ?: []);
    }

    /** All shares; what percentiles and medians compare with unless told otherwise. */
    public function everyone(): string
    {
        return $this->category('kind')->among(['share']);
    }

    /**
     * The companies a universe definition admits. An absent criterion admits all, but only shares unless kinds are named.
     *
     * @param  array<string, mixed>  $definition  countries, exchanges, sectors (section letters or codes), templates, kinds: lists of codes; companies, exclude: lists of ids; market_cap, traded_value: {least, most}; lists: see {@see CompanySet}
     *
     * @throws InvalidScreen if a list in it is unknown
     */
    public function admits(array $definition): string
    {
        $admitted = ($definition['kinds'] ?? []) === [] ? $this->everyone() : str_repeat("\1", $this->size());
        foreach (self::BY_WORD as $key => $attribute) {
            if (($definition[$key] ?? []) !== []) {
                $admitted &= $this->category($attribute)->among(array_values(array_map('strval', $definition[$key])));
            }
        }
        if (($definition['sectors'] ?? []) !== []) {
            $sectors = $this->category('sector');
            $in = static fn (string $code): bool => array_filter($definition['sectors'], static fn (mixed $part): bool => IndustryTree::contains((string) $part, $code)) !== [];
            $admitted &= $sectors->among(array_values(array_filter($sectors->words, $in)));
        }
        foreach (self::BY_RANGE as $key => $metric) {
            foreach (['least' => '>=', 'most' => '<='] as $end => $operator) {
                if (isset($definition[$key][$end])) {
                    $admitted &= $this->column($metric)->compare($operator, (float) $definition[$key][$end])->true;
                }
            }
        }
        if (isset($definition['lists'])) {
            $admitted &= $this->companies(CompanySet::members($definition['lists'], $this->members ?? throw InvalidScreen::because('lists are not known here.')));
        }
        if (isset($definition['companies'])) {
            $admitted &= $this->companies(array_fill_keys($definition['companies'], true));
        }
        if (($definition['exclude'] ?? []) !== []) {
            $admitted &= Mask::complement($this->companies(array_fill_keys($definition['exclude'], true)));
        }

        return $admitted;
    }

    /** @param  array<int, mixed>  $ids  by company */
    private function companies(array $ids): string
    {
        $bytes = '';
        foreach ($this->ids() as $id) {
            $bytes .= isset($ids[$id]) ? "\1" : "\0";
        }

        return $bytes;
    }

    /**
     * Positions of the companies with the given tickers; an unknown ticker has none.
     *
     * @param  list<string>  $tickers
     * @return array<string, int> by ticker
     */
    public function positionsOf(array $tickers): array
    {
        return array_intersect_key(array_flip($this->attribute('ticker')), array_flip($tickers));
    }

    public function column(string $metric): Column
    {
        return $this->columns[$metric] ??= $this->make($metric);
    }

    private function make(string $metric): Column
    {
        $comparison = $this->catalogue->find($metric)?->comparison;
        if ($comparison !== null) {
            return $comparison->column($this);
        }
        if ($this->catalogue->isOwn($metric)) {
            return Column::ofNumbers($this->evaluate($this->catalogue->tree($metric), $this->positions()));
        }

        return ($this->stored)($metric) ?? ($this->derived)(Node::name($metric));
    }

    /**
     * A condition for every company. Comparisons of a metric with a number are decided on the column's index.
     *
     * @param  string|null  $reference  companies that percentiles compare with; all shares by default
     */
    public function decide(Node $condition, ?string $reference = null): Mask
    {
        if ($condition->kind === 'binary' && ($condition->symbol === 'and' || $condition->symbol === 'or')) {
            $left = $this->decide($condition->children[0], $reference);
            $right = $this->decide($condition->children[1], $reference);

            return $condition->symbol === 'and' ? $left->and($right) : $left->or($right);
        }
        if ($condition->kind === 'unary' && $condition->symbol === 'not') {
            return $this->decide($condition->children[0], $reference)->not();
        }
        $comparison = $condition->comparison();
        if ($comparison !== null && $comparison[0]->kind === 'name' && $this->catalogue->find($comparison[0]->symbol) !== null) {
            return $this->column($comparison[0]->symbol)->compare($comparison[1], $comparison[2]);
        }

        return Mask::fromValues($this->evaluate($condition, $this->positions(), $reference));
    }

    /**
     * Value of a formula at some positions, NaN where it has none or, for a condition, where it cannot be decided.
     *
     * @param  list<int>  $positions
     * @param  string|null  $reference  companies that percentiles and universe ranks compare with; all shares by default
     * @return list<float>
     */
    public function evaluate(Node $node, array $positions, ?string $reference = null): array
    {
        switch ($node->kind) {
            case 'number':
                return array_fill(0, count($positions), $node->number);
            case 'name':
                return $this->columnOf($node)->gather($positions);
            case 'call':
                if (in_array($node->symbol, Functions::CROSS_SECTION, true)) {
                    return $this->compare($node->symbol, $node->children[0], $positions, $reference);
                }

                return in_array($node->symbol, self::ARITHMETIC, true) ? $this->arithmetic($node, $positions, $reference) : $this->columnOf($node)->gather($positions);
            case 'unary':
                $x = $this->evaluate($node->children[0], $positions, $reference);
                foreach ($x as $i => $value) {
                    $x[$i] = $node->symbol === '-' ? -$value : ($value != $value ? NAN : ($value == 0.0 ? 1.0 : 0.0));
                }

                return $x;
            case 'conditional':
                $condition = $this->evaluate($node->children[0], $positions, $reference);
                $then = $this->evaluate($node->children[1], $positions, $reference);
                $else = $this->evaluate($node->children[2], $positions, $reference);
                foreach ($condition as $i => $c) {
                    $condition[$i] = $c != $c ? NAN : ($c != 0.0 ? $then[$i] : $else[$i]);
                }

                return $condition;
            case 'coalesce':
                // Only "missing" may be replaced, which a plain NaN does not tell; the company's own scope knows.
                return $this->columnOf($node)->gather($positions);
            default:
                return $this->binary($node, $positions, $reference);
        }
    }

    /** Why a formula has no value at a position: the reason of its first input without one, else of the operation itself. */
    public function absence(Node $node, int $position): Absence
    {
        foreach ($node->names() as $name) {
            $metric = $this->catalogue->find($name);
            if ($metric === null) {
                continue;
            }
            $absence = $this->catalogue->isOwn($name) && $metric->comparison === null
                ? (($value = $this->column($name)->at($position)) === null ? $this->absence($this->catalogue->tree($name), $position) : null)
                : $this->column($name)->absence($position);
            if ($absence !== null) {
                return $absence;
            }
        }
        if ($node->calls(...Functions::CROSS_SECTION)) {
            return Absence::missing('Fewer than five companies to compare with have a value.');
        }
        $column = isset($this->columns['='.$node]) ? $this->columns['='.$node]->absence($position) : null;

        return $column ?? Absence::notMeaningful('A division by zero, or another operation without a result.');
    }

    /**
     * Sorted values of an expression among peers: the reference companies, or those of one sector and kind of business.
     *
     * @return list<float>
     */
    public function sortedPeers(Node $expression, ?string $peerGroup, ?string $reference = null): array
    {
        $key = ($peerGroup ?? '*').'|'.$expression.($reference === null ? '' : '|'.md5($reference));
        if (! isset($this->sorted[$key])) {
            $group = $peerGroup === null ? $reference ?? $this->everyone() : Mask::at($this->peers($peerGroup, $reference), $this->size());
            $this->sorted[$key] = $this->ordered($expression, $group, $reference)[1];
        }

        return $this->sorted[$key];
    }

    /**
     * The companies that have a value of an expression, and the values, the lowest first.
     *
     * @param  string  $of  companies to value
     * @return array{list<int>, list<float>} positions, values
     */
    public function ordered(Node $expression, string $of, ?string $reference = null): array
    {
        if ($expression->kind === 'name' && $this->catalogue->find($expression->symbol) !== null) {
            return $this->column($expression->symbol)->orderedAmong($of);
        }
        $positions = Mask::positions($of);
        $known = [];
        foreach ($this->evaluate($expression, $positions, $reference) as $i => $value) {
            if ($value == $value) {
                $known[$positions[$i]] = $value;
            }
        }
        asort($known);

        return [array_keys($known), array_values($known)];
    }

    /**
     * Positions of the companies of a peer group, among the reference companies if any are given.
     *
     * @return list<int>
     */
    public function peers(string $peerGroup, ?string $reference = null): array
    {
        if ($this->groups === null) {
            $this->groups = [];
            foreach (Mask::positions($this->everyone()) as $position) {
                $this->groups[$this->peerGroup($position)][] = $position;
            }
        }
        $members = $this->groups[$peerGroup] ?? [];

        return $reference === null ? $members : array_values(array_filter($members, static fn (int $p): bool => $reference[$p] === "\1"));
    }

    /** Companies of one sector and one kind of business are peers. */
    public function peerGroup(int $position): string
    {
        return $this->category('sector')->at($position).'/'.$this->category('template')->at($position);
    }

    /**
     * One cross-section figure from the sorted values of the peers; fewer than five peers say nothing.
     *
     * @param  list<float>  $sorted
     */
    public static function standing(string $measure, array $sorted, float $own): float|Absence
    {
        if (count($sorted) < 5) {
            return Absence::missing('Fewer than five companies to compare with have a value.');
        }
        if ($measure === 'sector_median') {
            return (float) Quantile::ofSorted($sorted, 0.5);
        }

        return match ($measure) {
            'sector_rank' => Rank::firstNotBelow($sorted, $own) / count($sorted),
            'sector_place', 'universe_place' => (float) (count($sorted) - Rank::firstAbove($sorted, $own) + 1),
            default => (float) Rank::percentile($sorted, $own),
        };
    }

    /**
     * @param  list<int>  $positions
     * @return list<float>
     */
    private function compare(string $measure, Node $expression, array $positions, ?string $reference): array
    {
        if (str_starts_with($measure, 'universe_')) {
            return $this->compareAll($measure, $expression, $positions, $reference);
        }
        $own = $this->evaluate($expression, $positions, $reference);
        $groups = [];
        foreach ($positions as $i => $position) {
            $groups[$this->peerGroup($position)][] = $i;
        }
        foreach ($groups as $group => $members) {
            $sorted = $this->sortedPeers($expression, (string) $group, $reference);
            if (count($sorted) < 5) {
                foreach ($members as $i) {
                    $own[$i] = NAN;
                }
            } elseif ($measure === 'sector_median') {
                $median = (float) Quantile::ofSorted($sorted, 0.5);
                foreach ($members as $i) {
                    $own[$i] = $median;
                }
            } else {
                self::place($measure, $own, $members, $sorted);
            }
        }

        return array_values($own);
    }

    /**
     * Standing among all reference companies. Theirs come from one walk through the sorted values; others are looked up.
     *
     * @param  list<int>  $positions
     * @return list<float>
     */
    private function compareAll(string $measure, Node $expression, array $positions, ?string $reference): array
    {
        $within = $reference ?? $this->everyone();
        [$members, $sorted] = $this->ordered($expression, $within, $reference);
        $n = count($members);
        if ($n < 5) {
            return array_fill(0, count($positions), NAN);
        }
        $standing = [];
        foreach (Rank::ofAscending($sorted) as $i => $rank) {
            $standing[$members[$i]] = ($rank - 0.5) / $n;
        }
        if ($measure === 'universe_place') {
            $place = 1;
            for ($i = $n - 1; $i >= 0; $i--) {
                $place = $i < $n - 1 && $sorted[$i] < $sorted[$i + 1] ? $n - $i : $place;
                $standing[$members[$i]] = (float) $place;
            }
        }
        $result = [];
        foreach ($positions as $position) {
            if (isset($standing[$position])) {
                $result[] = $standing[$position];
            } elseif ($within[$position] === "\1") {
                $result[] = NAN;
            } else {
                $own = $this->evaluate($expression, [$position], $reference)[0];
                $figure = $own == $own ? self::standing($measure, $sorted, $own) : NAN;
                $result[] = $figure instanceof Absence ? NAN : $figure;
            }
        }

        return $result;
    }

    /**
     * Replaces values by their place among sorted ones, in one walk through both.
     *
     * @param  array<int, float>  $own
     * @param  list<int>  $members  indices into own
     * @param  list<float>  $sorted
     *
     * @param-out array<int, float> $own
     */
    private static function place(string $measure, array &$own, array $members, array $sorted): void
    {
        $values = [];
        foreach ($members as $i) {
            if ($own[$i] == $own[$i]) {
                $values[$i] = $own[$i];
            }
        }
        asort($values);
        $n = count($sorted);
        $below = $atMost = 0;
        foreach ($values as $i => $value) {
            while ($below < $n && $sorted[$below] < $value) {
                $below++;
            }
            $atMost = max($atMost, $below);
            while ($atMost < $n && $sorted[$atMost] <= $value) {
                $atMost++;
            }
            $own[$i] = match ($measure) {
                'sector_rank' => (float) ($below / $n),
                'sector_place', 'universe_place' => (float) ($n - $atMost + 1),
                default => (float) (($below + $atMost) / 2 / $n),
            };
        }
    }

    /**
     * @param  list<int>  $positions
     * @return list<float>
     */
    private function binary(Node $node, array $positions, ?string $reference): array
    {
        $x = $this->evaluate($node->children[0], $positions, $reference);
        $operator = $node->symbol;
        $y = $this->evaluate($node->children[1], $positions, $reference);
        if ($operator === 'and' || $operator === 'or') {
            $decides = $operator === 'or';
            foreach ($x as $i => $a) {
                $b = $y[$i];
                if (($a == $a && ($a != 0.0) === $decides) || ($b == $b && ($b != 0.0) === $decides)) {
                    $x[$i] = $decides ? 1.0 : 0.0;
                } else {
                    $x[$i] = $a != $a || $b != $b ? NAN : ($decides ? 0.0 : 1.0);
                }
            }

            return $x;
        }
        foreach ($x as $i => $a) {
            $b = $y[$i];
            if ($a != $a || $b != $b) {
                $x[$i] = NAN;
            } else {
                $result = Operations::apply($operator, $a, $b);
                $x[$i] = $result instanceof Absence || ! is_finite($result) ? NAN : $result;
            }
        }

        return $x;
    }

    /**
     * @param  list<int>  $positions
     * @return list<float>
     */
    private function arithmetic(Node $node, array $positions, ?string $reference): array
    {
        $x = $this->evaluate($node->children[0], $positions, $reference);
        $y = isset($node->children[1]) ? $this->evaluate($node->children[1], $positions, $reference) : [];
        foreach ($x as $i => $a) {
            $b = $y[$i] ?? 0.0;
            $x[$i] = $a != $a || $b != $b ? NAN : match ($node->symbol) {
                'min' => min($a, $b), 'max' => max($a, $b), 'abs' => abs($a), 'ln' => $a > 0 ? log($a) : NAN, default => $a >= 0 ? sqrt($a) : NAN,
            };
        }

        return $x;
    }

    private function columnOf(Node $node): Column
    {
        if ($node->kind === 'name' && $this->catalogue->find($node->symbol) !== null) {
            return $this->column($node->symbol);
        }
        $key = '='.$node;
        if (! isset($this->columns[$key])) {
            if ($node->calls(...Functions::CROSS_SECTION)) {
                throw FormulaError::at("A comparison with other companies cannot stand inside {$node->symbol}", (string) $node);
            }
            $this->columns[$key] = ($this->derived)($node);
        }

        return $this->columns[$key];
    }
}
