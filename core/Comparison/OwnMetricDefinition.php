<?php

declare(strict_types=1);

namespace Logion\Comparison;

use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Formula\FormulaError;
use Logion\Formula\Functions;
use Logion\Formula\Node;
use Logion\Metric\Catalogue;
use Logion\Metric\Comparison;
use Logion\Metric\Metric;
use Logion\Reporting\ReportingModel;

/**
 * Makes metrics of a user's own: a formula, a ranking (its place, and its score as "…_score") or a regression (its
 * residual, and its fitted value as "…_fitted").
 */
final class OwnMetricDefinition
{
    private const KEY = '/^[a-z][a-z0-9_]{2,59}$/';

    /**
     * @param  Catalogue  $catalogue  with the user's other metrics
     * @return array<string, Metric> by key
     *
     * @throws InvalidMetric if the name is taken or not a name, or the metric would refer to itself
     * @throws FormulaError if a formula cannot be understood
     */
    public static function define(
        Catalogue $catalogue,
        string $key,
        string $label,
        string $kind,
        mixed $definition,
        string $unit = 'ratio',
        string $better = 'neutral',
        string $note = '',
    ): array {
        if (preg_match(self::KEY, $key) !== 1) {
            throw InvalidMetric::because(Words::say('cannot_be_a_name_in_a', key: $key));
        }
        if (
            in_array($key, ['and', 'or', 'not', 'in', 'matches', 'contains', 'true', 'false', 'null'], true) ||
            isset(Functions::all()[$key]) ||
            (! $catalogue->isOwn($key) && in_array($key, $catalogue->names(), true))
        ) {
            throw InvalidMetric::because(Words::say('already_means_something_in_a_formula', key: $key));
        }
        $metrics = self::make($key, $label, $kind, $definition, $unit, $better, $note);
        foreach (array_keys($metrics) as $made) {
            if ($made !== $key && ! $catalogue->isOwn($made) && in_array($made, $catalogue->names(), true)) {
                throw InvalidMetric::because(Words::say('already_means_something_in_a_formula_choose', made: $made, key: $key));
            }
        }
        $with = $catalogue->with($metrics);
        foreach ($metrics[$key]->comparison?->formulas() ?? [$metrics[$key]->formula] as $formula) {
            $tree = $with->parse($formula);
            if ($kind === 'formula' && self::comparesInHistory($tree, $with)) {
                throw InvalidMetric::because(Words::say('a_metric_that_compares_companies_cannot'));
            }
        }
        $dependencies = $with->ownDependencies($key);
        if (array_intersect($dependencies, array_keys($metrics)) !== []) {
            throw InvalidMetric::circular($key, array_values(array_diff($dependencies, array_keys($metrics))));
        }

        return $metrics;
    }

    /**
     * The metrics of a stored definition, without the checks of {@see define()}.
     *
     * @return array<string, Metric>
     */
    public static function make(
        string $key,
        string $label,
        string $kind,
        mixed $definition,
        string $unit = 'ratio',
        string $better = 'neutral',
        string $note = '',
    ): array {
        $metric = static fn (
            string $key,
            string $label,
            string $formula,
            string $unit,
            string $better,
            ?Comparison $comparison = null,
        ): Metric => new Metric(
            $key,
            $label,
            'own',
            Unit::tryFrom($unit) ?? throw InvalidMetric::because(Words::say('is_not_a_unit', unit: $unit)),
            match ($better) {
                'higher', 'lower', 'neutral' => $better,
                default => throw InvalidMetric::because(Words::say('a_metric_is_better_higher_lower')),
            },
            $formula,
            null,
            ReportingModel::cases(),
            'trailing',
            $note,
            $comparison,
        );
        switch ($kind) {
            case 'formula':
                if (! is_string($definition)) {
                    throw InvalidMetric::because(Words::say('the_formula_of_a_metric_must'));
                }

                return [$key => $metric($key, $label, $definition, $unit, $better)];
            case 'ranking':
                $ranking = Ranking::fromArray(is_array($definition) ? $definition : []);
                $words = Words::say('ranking_by', formulas: implode(', ', $ranking->formulas()));

                return [
                    $key => $metric($key, $label, $words, 'count', 'lower', $ranking),
                    "{$key}_score" => $metric("{$key}_score", "{$label}: score", $words, 'score', 'higher', $ranking->asScore()),
                ];
            case 'regression':
                $regression = CrossSectionalRegression::fromArray(is_array($definition) ? $definition : []);
                $words = $regression->dependent['formula'].' on '.implode(', ', array_column($regression->regressors, 'formula'));

                return [
                    $key => $metric($key, "{$label}: residual", $words, $unit, $better, $regression),
                    "{$key}_fitted" => $metric("{$key}_fitted", "{$label}: fitted", $words, $unit, 'neutral', $regression->asFitted()),
                ];
            default:
                throw InvalidMetric::because(Words::say('an_own_metric_is_a_formula'));
        }
    }

    /** Whether a function that looks at other periods or days is asked about a figure that compares companies. */
    private static function comparesInHistory(Node $node, Catalogue $catalogue, bool $inside = false): bool
    {
        if ($inside && ($node->comparesCompanies() || ($node->kind === 'name' && $catalogue->needsPeersIfMetric($node->symbol)))) {
            return true;
        }
        $function = $node->kind === 'call' ? Functions::get($node->symbol) : null;
        $inside = $inside || ($function !== null && ! $function->isPointwise() && ! $function->comparesCompanies());
        foreach ($node->children as $child) {
            if (self::comparesInHistory($child, $catalogue, $inside)) {
                return true;
            }
        }

        return false;
    }
}
