<?php

declare(strict_types=1);

namespace Logion\Screening;

use Closure;
use Logion\Absence;
use Logion\Metrics\Catalogue;
use Logion\Metrics\Company;
use Logion\Metrics\CompanyScope;
use Logion\Metrics\Economy;
use Logion\Metrics\Formula\Compiler;
use Logion\Metrics\Formula\Functions;
use Logion\Metrics\Formula\Node;
use Logion\Metrics\Moment;

/**
 * The universe as it was on many past days, for a few formulas: each company is read once and asked on every day it traded,
 * with only what was public then.
 */
final class PastUniverses
{
    /** @var array<string, array{Node, Closure(CompanyScope, Moment): (float|Absence), \Logion\Unit}> what each company must answer, by formula */
    private array $asked = [];

    /** @var array<int, list<int>> companies by day */
    private array $ids = [];

    /** @var array<int, array<string, list<string>>> attribute values by day */
    private array $attributes = [];

    /** @var array<int, array<string, string>> packed values by day and formula */
    private array $packed = [];

    /** @var array<int, array<string, string>> */
    private array $states = [];

    /**
     * @param  list<int>  $days  YYYYMMDD
     * @param  list<string>  $formulas  everything the screen or ranking will ask
     * @param  (Closure(int): (Closure(string, mixed): list<int>))|null  $members  companies of a named list on a day
     *
     * @throws \Logion\Metrics\Formula\FormulaError if a formula cannot be understood
     */
    public function __construct(private readonly Catalogue $catalogue, private readonly Economy $economy, private readonly array $days, array $formulas, private readonly ?Closure $members = null)
    {
        // A universe without companies is asked everything once, which tells what will have to be known of each company.
        $recorder = new Universe(0, [], static fn (): array => [], $catalogue, static fn (): ?Column => null, function (Node $node): Column {
            $this->ask($node);

            return new Column('', '', '', '');
        });
        foreach ($formulas as $formula) {
            $recorder->decide($catalogue->parse($formula));
            $recorder->evaluate($catalogue->parse($formula), []);
        }
        foreach ($days as $day) {
            $this->ids[$day] = [];
            $this->attributes[$day] = [];
            $this->packed[$day] = $this->states[$day] = array_fill_keys(array_keys($this->asked), '');
        }
    }

    private function ask(Node $node): void
    {
        if ($node->kind === 'name' && $this->catalogue->needsPeersIfMetric($node->symbol)) {
            // A metric that compares companies is valued over the universe from what it compares.
            foreach ([$this->catalogue->tree($node->symbol), $this->catalogue->guard($node->symbol)] as $tree) {
                foreach ($tree === null ? [] : self::leaves($tree) as $leaf) {
                    $this->ask($leaf);
                }
            }

            return;
        }
        $this->asked[(string) $node] ??= [$node, Compiler::compile($node, $this->catalogue), $this->catalogue->unitOf($node)];
    }

    /** @return list<Node> what is left of a formula when comparisons and arithmetic are taken off */
    private static function leaves(Node $node): array
    {
        $isLeaf = $node->kind === 'name' || $node->kind === 'coalesce' || ($node->kind === 'call' && ! in_array($node->symbol, [...Functions::CROSS_SECTION, 'min', 'max', 'abs', 'ln', 'sqrt'], true));

        return $isLeaf ? [$node] : array_merge([], ...array_map(self::leaves(...), $node->children));
    }

    /**
     * Adds a company on the days on which it is part of the universe. Companies are added in the order they shall stand in.
     *
     * @param  list<int>  $days
     * @param  array<string, string>  $attributes
     */
    public function add(Company $company, array $days, array $attributes): void
    {
        $facts = null;
        foreach ($days as $day) {
            $scope = new CompanyScope($company, $day, $this->catalogue, $this->economy, null, $facts);
            $facts = $scope->facts;
            $this->ids[$day][] = $company->id;
            foreach ($attributes as $name => $value) {
                $this->attributes[$day][$name][] = $value;
            }
            foreach ($this->asked as $key => [$node, $compiled, $unit]) {
                $value = $node->kind === 'name' && $this->catalogue->find($node->symbol) !== null ? $scope->metric($node->symbol) : CompanyScope::finite($compiled($scope, Moment::of('trailing')));
                $column = Column::of([$scope->inCurrency($value, $unit, $this->economy->baseCurrency())]);
                $this->packed[$day][$key] .= $column->packed;
                $this->states[$day][$key] .= $column->states;
            }
        }
    }

    public function on(int $day): Universe
    {
        $column = fn (string $key): ?Column => isset($this->packed[$day][$key]) ? new Column($this->packed[$day][$key], $this->states[$day][$key]) : null;
        $universe = null;

        return $universe = new Universe(
            $day, $this->ids[$day], fn (string $name): array => $this->attributes[$day][$name] ?? [], $this->catalogue, $column,
            function (Node $node) use ($column, &$universe): Column {
                $known = $column((string) $node);
                if ($known === null && $universe !== null && $node->kind === 'name' && $this->catalogue->needsPeersIfMetric($node->symbol)) {
                    return Column::ofNumbers($universe->evaluate($this->catalogue->tree($node->symbol), $universe->positions()));
                }

                return $known ?? throw new \LogicException("The past of \"{$node}\" was not asked for.");
            },
            $this->members === null ? null : ($this->members)($day),
        );
    }
}
