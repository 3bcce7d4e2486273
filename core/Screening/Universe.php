<?php

declare(strict_types=1);

namespace Logion\Screening;

use Closure;
use Logion\Absence;
use Logion\Metrics\Catalogue;
use Logion\Metrics\Formula\Functions;
use Logion\Metrics\Formula\Node;
use Logion\Metrics\Formula\Operations;
use Logion\Statistics\Quantile;
use Logion\Statistics\Rank;

/**
 * All companies of an as-of day in a fixed order, with a column per metric. Formulas are valued here for the whole universe at
 * once; whatever needs a company's own history is asked for as a derived column.
 */
final class Universe
{
    /** @var array<string, Column> */
    private array $columns = [];

    /** @var array<string, list<string>> */
    private array $read = [];

    /** @var array<string, list<int>>|null positions by peer group */
    private ?array $groups = null;

    /** @var array<string, list<float>> sorted known values per cross-section question */
    private array $sorted = [];

    /**
     * @param  list<int>  $ids  company per position
     * @param  Closure(string): list<string>  $attributes  ticker, name, sector, template, country or exchange of every company
     * @param  Closure(string): ?Column  $stored  column of a metric by key
     * @param  Closure(Node): Column  $derived  column of an expression that needs each company's own history
     */
    public function __construct(
        public readonly int $asOf,
        public readonly array $ids,
        private readonly Closure $attributes,
        public readonly Catalogue $catalogue,
        private readonly Closure $stored,
        private readonly Closure $derived,
    ) {
    }

    /** @return list<string> one value per position */
    public function attribute(string $name): array
    {
        return $this->read[$name] ??= ($this->attributes)($name);
    }

    public function size(): int
    {
        return count($this->ids);
    }

    /**
     * Positions of the companies a universe definition admits; an empty criterion admits all.
     *
     * @param  array{countries?: list<string>, exchanges?: list<string>, sectors?: list<string>, templates?: list<string>, companies?: list<int>, exclude?: list<int>}  $definition
     * @return list<int>
     */
    public function select(array $definition): array
    {
        $positions = array_keys($this->ids);
        foreach (['countries' => 'country', 'exchanges' => 'exchange', 'sectors' => 'sector', 'templates' => 'template'] as $key => $attribute) {
            $wanted = array_flip($definition[$key] ?? []);
            if ($wanted !== []) {
                $values = $this->attribute($attribute);
                $positions = array_filter($positions, static fn (int $p): bool => isset($wanted[$values[$p]]));
            }
        }
        foreach (['companies' => true, 'exclude' => false] as $key => $in) {
            $listed = array_flip($definition[$key] ?? []);
            if ($listed !== [] || ($key === 'companies' && isset($definition['companies']))) {
                $positions = array_filter($positions, fn (int $p): bool => isset($listed[$this->ids[$p]]) === $in);
            }
        }

        return array_values($positions);
    }

    public function column(string $metric): Column
    {
        return $this->columns[$metric] ??= ($this->stored)($metric) ?? ($this->derived)(Node::name($metric));
    }

    /**
     * Value of a formula at some positions, NaN where it has none or, for a condition, where it cannot be decided.
     *
     * @param  list<int>  $positions
     * @param  list<int>|null  $reference  companies that percentiles and universe ranks compare with; all by default
     * @return list<float>
     */
    public function evaluate(Node $node, array $positions, ?array $reference = null): array
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
                if (! $node->calls(...Functions::CROSS_SECTION) && ! in_array($node->symbol, ['min', 'max', 'abs', 'ln', 'sqrt'], true)) {
                    return $this->columnOf($node)->gather($positions);
                }

                return $this->arithmetic($node, $positions, $reference);
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

    /**
     * Sorted values of an expression among peers: the reference companies, or those of one sector and kind of business.
     *
     * @param  list<int>|null  $reference
     * @return list<float>
     */
    public function sortedPeers(Node $expression, ?string $peerGroup, ?array $reference = null): array
    {
        $key = ($peerGroup ?? '*').'|'.$expression.($reference === null ? '' : '|'.md5(implode(',', $reference)));
        if (! isset($this->sorted[$key])) {
            $positions = $peerGroup === null ? $reference ?? array_keys($this->ids) : $this->peers($peerGroup, $reference);
            $values = array_values(array_filter($this->evaluate($expression, $positions, $reference), static fn (float $x): bool => $x == $x));
            sort($values);
            $this->sorted[$key] = $values;
        }

        return $this->sorted[$key];
    }

    /**
     * Positions of the companies of a peer group, among the reference companies if any are given.
     *
     * @param  list<int>|null  $reference
     * @return list<int>
     */
    private function peers(string $peerGroup, ?array $reference): array
    {
        if ($this->groups === null) {
            $this->groups = [];
            foreach (array_keys($this->ids) as $position) {
                $this->groups[$this->peerGroup($position)][] = $position;
            }
        }
        $members = $this->groups[$peerGroup] ?? [];

        return $reference === null ? $members : array_values(array_intersect($members, $reference));
    }

    /** Companies of one sector and one kind of business are peers. */
    public function peerGroup(int $position): string
    {
        return $this->attribute('sector')[$position].'/'.$this->attribute('template')[$position];
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

        return $measure === 'sector_rank' ? Rank::firstNotBelow($sorted, $own) / count($sorted) : (float) Rank::percentile($sorted, $own);
    }

    /**
     * @param  list<int>  $positions
     * @param  list<int>|null  $reference
     * @return list<float>
     */
    private function compare(string $measure, Node $expression, array $positions, ?array $reference): array
    {
        $own = $this->evaluate($expression, $positions, $reference);
        $whole = $measure === 'universe_percentile';
        $medians = [];
        foreach ($positions as $i => $position) {
            $group = $whole ? null : $this->peerGroup($position);
            if ($measure === 'sector_median') {
                $median = $medians[$group] ??= self::standing($measure, $this->sortedPeers($expression, $group, $reference), 0.0);
                $own[$i] = $median instanceof Absence ? NAN : $median;

                continue;
            }
            if ($own[$i] == $own[$i]) {
                $standing = self::standing($measure, $this->sortedPeers($expression, $group, $reference), $own[$i]);
                $own[$i] = $standing instanceof Absence ? NAN : $standing;
            }
        }

        return array_values($own);
    }

    /**
     * @param  list<int>  $positions
     * @param  list<int>|null  $reference
     * @return list<float>
     */
    private function binary(Node $node, array $positions, ?array $reference): array
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
     * @param  list<int>|null  $reference
     * @return list<float>
     */
    private function arithmetic(Node $node, array $positions, ?array $reference): array
    {
        $x = $this->evaluate($node->children[0], $positions, $reference);
        $y = isset($node->children[1]) ? $this->evaluate($node->children[1], $positions, $reference) : [];
        foreach ($x as $i => $a) {
            $b = $y[$i] ?? 0.0;
            $x[$i] = $a != $a || $b != $b ? NAN : match ($node->symbol) {
                'min' => min($a, $b), 'max' => max($a, $b), 'abs' => abs($a), 'ln' => $a > 0 ? log($a) : NAN, 'sqrt' => $a >= 0 ? sqrt($a) : NAN,
                default => throw \Logion\Metrics\Formula\FormulaError::at("A comparison with other companies cannot stand inside {$node->symbol}", (string) $node),
            };
        }

        return $x;
    }

    private function columnOf(Node $node): Column
    {
        $key = (string) $node;
        if ($node->kind === 'name' && $this->catalogue->find($node->symbol) !== null) {
            return $this->column($node->symbol);
        }

        return $this->columns['='.$key] ??= ($this->derived)($node);
    }
}
