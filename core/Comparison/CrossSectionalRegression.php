<?php

declare(strict_types=1);

namespace Logion\Comparison;

use Logion\CrossSection\Column;
use Logion\CrossSection\Mask;
use Logion\CrossSection\Universe;
use Logion\CrossSection\UniverseComparison;
use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Figure\Words;
use Logion\Statistics\Regression;

/**
 * A regression across companies: one figure on up to six others, each in logs if wished. What is dear or cheap against what
 * the others would justify stands in the residual.
 */
final readonly class CrossSectionalRegression implements UniverseComparison
{
    public const MOST_REGRESSORS = 6;

    /**
     * @param  array{formula: string, log: bool}  $dependent
     * @param  list<array{formula: string, log: bool}>  $regressors
     * @param  'fitted'|'residual'  $shows  what it gives when used as a metric
     */
    private function __construct(public array $dependent, public array $regressors, private string $shows = 'residual')
    {
    }

    /**
     * @param  array<string, mixed>  $data  dependent: {formula, log}, regressors: [{formula, log}]
     *
     * @throws InvalidRegression if the data is not a regression
     */
    public static function fromArray(array $data): self
    {
        $variable = static fn (mixed $entry, string $what): array => is_array($entry) &&
        is_string($entry['formula'] ?? null) &&
        trim($entry['formula']) !== ''
            ? ['formula' => $entry['formula'], 'log' => (bool) ($entry['log'] ?? false)]
            : throw InvalidRegression::because(Words::say('has_no_formula', what: $what));
        $regressors = $data['regressors'] ?? null;
        if (! is_array($regressors) || ! array_is_list($regressors) || $regressors === [] || count($regressors) > self::MOST_REGRESSORS) {
            throw InvalidRegression::because(Words::say('it_takes_to_explaining_figures', most_regressors: self::MOST_REGRESSORS));
        }

        return new self(
            $variable($data['dependent'] ?? null, Words::say('the_explained_figure')),
            array_map(static fn (mixed $entry): array => $variable($entry, Words::say('an_explaining_figure')), $regressors),
        );
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['dependent' => $this->dependent, 'regressors' => $this->regressors];
    }

    /** The same regression, giving its fitted values rather than its residuals when used as a metric. */
    public function asFitted(): self
    {
        return new self($this->dependent, $this->regressors, 'fitted');
    }

    /**
     * @param  list<int>  $positions
     *
     * @throws InvalidRegression if too few companies have every figure, or the explaining figures say the same
     * @throws \Logion\Formula\FormulaError if a figure cannot be understood
     */
    public function fit(Universe $universe, array $positions): CrossSectionalFit
    {
        $columns = [];
        foreach ([$this->dependent, ...$this->regressors] as $variable) {
            $values = $universe->evaluate($universe->catalogue->parse($variable['formula']), $positions);
            if ($variable['log']) {
                foreach ($values as $i => $value) {
                    $values[$i] = $value > 0 ? log($value) : NAN;
                }
            }
            $columns[] = $values;
        }
        $used = [];
        $kept = array_fill(0, count($columns), []);
        foreach ($positions as $i => $position) {
            foreach ($columns as $values) {
                if ($values[$i] != $values[$i]) {
                    continue 2;
                }
            }
            $used[] = $position;
            foreach ($columns as $c => $values) {
                $kept[$c][] = $values[$i];
            }
        }
        $needed = count($this->regressors) + 2;
        if (count($used) < $needed) {
            throw InvalidRegression::because(
                Words::say('only_of_companies_have_all_of', count: count($used), count2: count($positions), needed: $needed),
            );
        }
        $regression = Regression::fit($kept[0], array_slice($kept, 1));
        if ($regression->singular) {
            throw InvalidRegression::because(Words::say('an_explaining_figure_is_the_same'));
        }

        return new CrossSectionalFit(
            $regression,
            $used,
            $kept[0],
            array_slice($kept, 1),
            count($positions) - count($used),
            $this->dependent['log'],
        );
    }

    public function column(Universe $universe): Column
    {
        $fit = $this->fit($universe, Mask::positions($universe->everyone()));
        $shown = array_combine($fit->positions, $this->shows === 'fitted' ? $fit->regression->fitted : $fit->regression->residuals);
        $absent = Absence::of(Reason::RegressionFigureMissing);

        return Column::of(array_map(static fn (int $position): float|Absence => $shown[$position] ?? $absent, $universe->positions()));
    }

    public function formulas(): array
    {
        return array_column([$this->dependent, ...$this->regressors], 'formula');
    }
}
