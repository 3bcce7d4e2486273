<?php

declare(strict_types=1);

namespace Logion\Metric\Evaluation;

use Closure;
use Logion\Figure\Absence;
use Logion\Formula\FormulaFunction;
use Logion\Formula\Moment;
use Logion\Formula\Node;
use Logion\Formula\Shape\AmongCompanies;
use Logion\Formula\Subject;
use Logion\Formula\Trace;
use Logion\Formula\Vector;
use Logion\Metric\Catalogue;
use Logion\Metric\CompanyScope;
use Logion\Metric\Metric;
use Logion\Reporting\LineItem;
use Logion\Reporting\LineKind;
use Logion\Time\FiscalPeriod;

/** Values formulas for a batch of companies, or of days of one company, each opened on its own as-of day. */
final class BatchEvaluator extends MetricEvaluator
{
    private ?Vector $rates = null;

    /** @var array<int, array{list<array<string, float>>, list<?int>}> rows of the period, and the period, by moment */
    private array $rows = [];

    /**
     * @var array<int, array{list<?int>, list<list<array<string, float>>>}> last quarter, and rows that add up to the year that ends with
     *     it, by moment
     */
    private array $flows = [];

    /** @var array<string, list<int>> positions by kind of business */
    private array $kinds = [];

    /** @param  list<CompanyScope>  $companies */
    public function __construct(private readonly array $companies, Catalogue $catalogue, ?Trace $trace = null)
    {
        parent::__construct($catalogue, count($companies), $trace);
        foreach ($companies as $i => $company) {
            $this->kinds[$company->company->template->value][] = $i;
        }
    }

    public function ofEach(Moment $moment, Closure $read): Vector
    {
        $values = $absences = [];
        foreach ($this->companies as $i => $company) {
            $value = $read($company, $moment);
            if ($value instanceof Absence) {
                $absences[$i] = $value;
                $value = NAN;
            }
            $values[] = $value;
        }

        return new Vector($values, $absences);
    }

    public function compare(AmongCompanies $function, Node $expression, Moment $moment): Vector
    {
        $own = $this->value($expression, $moment);

        return Vector::of(
            array_map(
                static fn (CompanyScope $company, int $i): float|Absence => $company->standing($function, $expression, $own->at($i)),
                $this->companies,
                array_keys($this->companies),
            ),
        );
    }

    protected function source(Node $call, FormulaFunction $function, Moment $moment): Vector
    {
        return $function->value($call, $moment, $this);
    }

    protected function market(string $name, Moment $moment): Vector
    {
        return $this->ofEach($moment, static fn (Subject $company, Moment $moment): float|Absence => $company->market($name, $moment));
    }

    protected function rates(): Vector
    {
        return $this->rates ??= Vector::of(
            array_map(static fn (CompanyScope $company): float|Absence => $company->baseRate(), $this->companies),
        );
    }

    protected function comparison(Metric $metric, Moment $moment): Vector
    {
        return Vector::of(
            array_map(static fn (CompanyScope $company): float|Absence => $company->compared($metric, $moment), $this->companies),
        );
    }

    protected function misfits(Metric $metric): array
    {
        $misfits = [];
        foreach ($this->kinds as $positions) {
            if (! $metric->fits($this->companies[$positions[0]]->company->template)) {
                $misfits += array_fill_keys($positions, $this->companies[$positions[0]]->statements->doesNotFit($metric->label));
            }
        }

        return $misfits;
    }

    /** Most of all evaluation is reading lines: the rows of a moment's periods are found once for all lines. */
    protected function line(LineItem $item, Moment $moment): Vector
    {
        if ($moment->basis !== 'annual' && $item->kind !== LineKind::Instant) {
            if ($moment->basis === 'trailing' && $item->kind === LineKind::Duration && ! $item->isPeriodAverage()) {
                return $this->trailing($item, $moment);
            }

            return $this->ofEach($moment, static fn (Subject $company, Moment $moment): float|Absence => $company->line($item, $moment));
        }
        [$rows, $periods] = $this->rows[$moment->place] ??= $this->read($moment);
        $key = $item->key;
        // Who lacks the line is left out: where nobody does, all is read at once.
        $values = array_column($rows, $key);
        if (count($values) === $this->size) {
            return new Vector($values);
        }
        $values = $absences = [];
        foreach ($rows as $i => $row) {
            if (isset($row[$key])) {
                $values[] = $row[$key];
            } else {
                $values[] = NAN;
                $absences[$i] = $this->companies[$i]->statements->absentLine($item, $periods[$i]);
            }
        }

        return new Vector($values, $absences);
    }

    /** Flows of a year that ends with any quarter. */
    private function trailing(LineItem $item, Moment $moment): Vector
    {
        [$periods, $flows] = $this->flows[$moment->place] ??= $this->readFlows($moment);
        $key = $item->key;
        $values = $absences = [];
        foreach ($flows as $i => $rows) {
            if (isset($rows[0][$key], $rows[1][$key], $rows[2][$key], $rows[3][$key])) {
                $values[] = $rows[0][$key] + $rows[1][$key] + $rows[2][$key] + $rows[3][$key];

                continue;
            }
            $value = null;
            if ($rows !== []) {
                // Not told quarter by quarter, nor for the year: it may be put together otherwise.
                $value = count($rows) === 1 && isset($rows[0][$key])
                    ? $rows[0][$key]
                    : $this->companies[$i]->facts->trailing($key, (int) $periods[$i]);
            }
            if ($value === null) {
                $absences[$i] = $this->companies[$i]->statements->absentLine($item, $periods[$i]);
            }
            $values[] = $value ?? NAN;
        }

        return new Vector($values, $absences);
    }

    /** @return array{list<?int>, list<list<array<string, float>>>} */
    private function readFlows(Moment $moment): array
    {
        $periods = $flows = [];
        foreach ($this->companies as $company) {
            $periods[] = $period = $company->moments->flowPeriod($moment);
            $year = $period !== null && $period % 10 === 4 ? $company->facts->row($period - 4) : [];
            $flows[] =
                $period === null
                    ? []
                    : ($year !== []
                        ? [$year]
                        : array_map(static fn (int $back): array => $company->facts->row(FiscalPeriod::shiftQuarters($period, -$back)), [
                            0,
                            1,
                            2,
                            3,
                        ]));
        }

        return [$periods, $flows];
    }

    /** @return array{list<array<string, float>>, list<?int>} */
    private function read(Moment $moment): array
    {
        $rows = $periods = [];
        foreach ($this->companies as $company) {
            $periods[] = $period = $company->moments->period($moment);
            $row = $period === null ? [] : $company->facts->row($period);
            if ($period !== null && $period % 10 === 4) {
                // Balances of a fourth quarter are those of the year.
                $year = $company->facts->row($period - 4);
                $row = $row === [] ? $year : $row + $year;
            }
            $rows[] = $row;
        }

        return [$rows, $periods];
    }
}
