<?php

declare(strict_types=1);

namespace Logion\Metric\Evaluation;

use Closure;
use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Formula\FormulaFunction;
use Logion\Formula\Moment;
use Logion\Formula\Node;
use Logion\Formula\Shape\AmongCompanies;
use Logion\Formula\Shape\OfPrices;
use Logion\Formula\Subject;
use Logion\Formula\Vector;
use Logion\Metric\CompanyScope;
use Logion\Metric\Metric;
use Logion\Reporting\LineItem;

/**
 * Values formulas for one company on trading days up to a moment: prices move from day to day, while the reports are
 * those known at the moment.
 */
final class DailyEvaluator extends MetricEvaluator
{
    /** @param  int  $last  position of the last bar, at the moment up to which the days go */
    public function __construct(
        private readonly CompanyScope $company,
        private readonly int $first,
        private readonly int $last,
        private readonly Moment $upTo,
    ) {
        parent::__construct($company->catalogue, $last - $first + 1);
    }

    public function ofEach(Moment $moment, Closure $read): Vector
    {
        $contents = [];
        for ($back = $this->size - 1; $back >= 0; $back--) {
            $contents[] = $read($this->company, $moment->daysAgo($back));
        }

        return Vector::of($contents);
    }

    public function compare(AmongCompanies $function, Node $expression, Moment $moment): Vector
    {
        return Vector::absent(Absence::of(Reason::ComparisonsHaveNoPast), $this->size);
    }

    protected function source(Node $call, FormulaFunction $function, Moment $moment): Vector
    {
        $series =
            $function instanceof OfPrices && $moment->place === $this->upTo->place
                ? $function->series($this->company, $call, $this->first, $this->last)
                : null;

        return $series ?? $function->value($call, $moment, $this);
    }

    protected function line(LineItem $item, Moment $moment): Vector
    {
        return $this->same($this->company->line($item, $moment));
    }

    protected function market(string $name, Moment $moment): Vector
    {
        return $this->ofEach($moment, static fn (Subject $company, Moment $moment): float|Absence => $company->market($name, $moment));
    }

    protected function rates(): Vector
    {
        return $this->same($this->company->baseRate());
    }

    protected function comparison(Metric $metric, Moment $moment): Vector
    {
        return Vector::absent(Absence::of(Reason::ComparisonHasNoPast, $metric->label), $this->size);
    }

    protected function misfits(Metric $metric): array
    {
        return $metric->fits($this->company->company->template) || $this->size === 0
            ? []
            : array_fill(0, $this->size, $this->company->statements->doesNotFit($metric->label));
    }

    private function same(float|Absence $content): Vector
    {
        return $content instanceof Absence ? Vector::absent($content, $this->size) : Vector::constant($content, $this->size);
    }
}
