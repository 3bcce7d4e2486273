<?php

declare(strict_types=1);

namespace Logion\CrossSection;

use Closure;
use Logion\Formula\Functions;
use Logion\Formula\Moment;
use Logion\Formula\Node;
use Logion\Market\Economy;
use Logion\Metric\Catalogue;
use Logion\Metric\CompanyData;
use Logion\Metric\CompanyScope;
use Logion\Metric\Evaluation\BatchEvaluator;

/**
 * The universe as it was on many past days, for a few formulas: each company is read once and asked on every day it traded,
 * with only what was public then.
 */
final class PastUniverses
{
    /** @var array<string, Node> what each company must answer, by formula */
    private array $asked = [];

    /** @var array<int, list<int>> companies by day */
    private array $ids = [];

    /** @var array<int, array<int, array<string, string>>> attributes by company and first day, which hold until others do */
    private array $called = [];

    /** @var array<int, array<string, string>> packed values by day and formula */
    private array $packed = [];

    /** @var array<int, array<string, string>> */
    private array $states = [];

    /**
     * @param  list<int>  $days  YYYYMMDD
     * @param  list<string>  $formulas  everything the screen or ranking will ask
     * @param  (Closure(int): (Closure(string, mixed): list<int>))|null  $members  companies of a named list on a day
     *
     * @throws \Logion\Formula\FormulaError if a formula cannot be understood
     */
    public function __construct(
        private readonly Catalogue $catalogue,
        private readonly Economy $economy,
        private readonly array $days,
        array $formulas,
        private readonly ?Closure $members = null,
    ) {
        foreach ($formulas as $formula) {
            $this->ask($catalogue->parse($formula));
        }
        foreach ($days as $day) {
            $this->ids[$day] = [];
            $this->packed[$day] = $this->states[$day] = array_fill_keys(array_keys($this->asked), '');
        }
    }

    /** Finds what has to be known of each company: a metric that compares companies is found from what it compares. */
    private function ask(Node $formula): void
    {
        foreach (self::leaves($this->catalogue->expand($formula)) as $leaf) {
            if ($leaf->kind !== 'name' || ! $this->catalogue->needsPeersIfMetric($leaf->symbol)) {
                $this->asked[(string) $leaf] = $leaf;

                continue;
            }
            $compared = $this->catalogue->get($leaf->symbol)->comparison;
            $trees =
                $compared === null
                    ? [$this->catalogue->tree($leaf->symbol), $this->catalogue->guard($leaf->symbol)]
                    : array_map($this->catalogue->parse(...), $compared->formulas());
            array_map($this->ask(...), array_filter($trees));
        }
    }

    /** @return list<Node> what is left of a formula when comparisons and arithmetic are taken off */
    private static function leaves(Node $node): array
    {
        $function = $node->kind === 'call' ? Functions::get($node->symbol) : null;
        $isLeaf = $node->kind === 'name' || ($function !== null && ! $function->isPointwise() && ! $function->comparesCompanies());

        return $isLeaf ? [$node] : array_merge([], ...array_map(self::leaves(...), $node->children));
    }

    /**
     * Adds a company on days on which it is part of the universe. Companies are added in the order they shall stand in.
     *
     * @param  list<int>  $days
     * @param  array<int, array<string, string>>  $attributes  by day
     */
    public function add(CompanyData $company, array $days, array $attributes): void
    {
        $latest = [];
        foreach ($days as $day) {
            $this->ids[$day][] = $company->id;
            if ($attributes[$day] !== $latest) {
                $this->called[$company->id][$day] = $latest = $attributes[$day];
            }
        }
        $evaluator = new BatchEvaluator(
            CompanyScope::onDays($company, $days, $this->catalogue, $this->economy),
            $this->catalogue,
        );
        foreach ($this->asked as $key => $node) {
            $column = Column::ofVector($evaluator->value($node, Moment::ofFormula()));
            foreach ($days as $i => $day) {
                $this->packed[$day][$key] .= substr($column->packed, 8 * $i, 8);
                $this->states[$day][$key] .= $column->states[$i];
            }
        }
    }

    /**
     * What is known of the companies added here, as another process can take it over.
     *
     * @return array{asked: array<int, array{list<int>, array<string, string>, array<string, string>}>,
     *     called: array<int, array<int, array<string, string>>>} asked, by day: companies, packed values and states by formula;
     *     called, by company and first day: attributes, which hold until others do
     */
    public function answers(): array
    {
        $asked = [];
        foreach ($this->days as $day) {
            $asked[$day] = [$this->ids[$day], $this->packed[$day], $this->states[$day]];
        }

        return ['asked' => $asked, 'called' => $this->called];
    }

    /**
     * Adds the companies of another, asked the same on the same days.
     *
     * @param  array{asked: array<int, array{list<int>, array<string, string>, array<string, string>}>,
     *     called: array<int, array<int, array<string, string>>>}  $answers  {@see answers}
     */
    public function take(array $answers): void
    {
        $this->called += $answers['called'];
        foreach ($answers['asked'] as $day => [$ids, $packed, $states]) {
            array_push($this->ids[$day], ...$ids);
            foreach ($packed as $key => $values) {
                $this->packed[$day][$key] .= $values;
                $this->states[$day][$key] .= $states[$key];
            }
        }
    }

    /** @return array<int, string> the last name of each company */
    public function names(): array
    {
        return array_map(static fn (array $called): string => (end($called) ?: [])['name'] ?? '', $this->called);
    }

    /** @return list<string> an attribute of each company of a day; none of one that is not known of the past */
    private function attribute(string $name, int $day): array
    {
        $values = [];
        foreach ($this->ids[$day] as $id) {
            $then = [];
            foreach ($this->called[$id] as $from => $attributes) {
                $then = $from <= $day ? $attributes : $then;
            }
            if (! isset($then[$name])) {
                return [];
            }
            $values[] = $then[$name];
        }

        return $values;
    }

    public function on(int $day): Universe
    {
        $column = fn (string $key): ?Column => isset($this->packed[$day][$key])
            ? new Column($this->packed[$day][$key], $this->states[$day][$key])
            : null;

        return new Universe(
            $day,
            $this->ids[$day],
            fn (string $name): array => $this->attribute($name, $day),
            $this->catalogue,
            $column,
            fn (Node $node): Column => $column((string) $this->catalogue->expand($node)) ??
                throw new \LogicException("The past of \"{$node}\" was not asked for."),
            $this->members === null ? null : ($this->members)($day),
        );
    }
}
