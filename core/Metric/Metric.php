<?php

declare(strict_types=1);

namespace Logion\Metric;

use Logion\Figure\Unit;
use Logion\Reporting\ReportingModel;

/** The declaration of a metric, built-in or a user's own. */
final readonly class Metric
{
    /**
     * @param  'higher'|'lower'|'neutral'  $better
     * @param  list<ReportingModel>  $templates  kinds of business it fits
     * @param  'trailing'|'annual'|'quarter'|'latest'|'daily'  $basis
     * @param  Comparison|null  $comparison  for a figure that compares companies and has no formula, such as a place in a ranking
     */
    public function __construct(
        public string $key,
        public string $label,
        public string $group,
        public Unit $unit,
        public string $better,
        public string $formula,
        public ?string $notMeaningfulWhen,
        public array $templates,
        public string $basis,
        public string $note = '',
        public ?Comparison $comparison = null,
    ) {
    }

    /**
     * How a value stands to a median, in the direction that is better for this metric; null where neither is: amounts of
     * money depend on size, and some figures have no better direction.
     *
     * @return 'better'|'worse'|null
     */
    public function against(float $value, float $median): ?string
    {
        if ($this->better === 'neutral' || $this->unit === Unit::Money || $value === $median) {
            return null;
        }

        return $value > $median === ($this->better === 'higher') ? 'better' : 'worse';
    }

    /** The same metric, fitting one more kind of business. */
    public function fitting(ReportingModel $template): self
    {
        return new self(
            $this->key,
            $this->label,
            $this->group,
            $this->unit,
            $this->better,
            $this->formula,
            $this->notMeaningfulWhen,
            [...$this->templates, $template],
            $this->basis,
            $this->note,
            $this->comparison,
        );
    }

    public function fits(ReportingModel $template): bool
    {
        foreach ($this->templates as $fitting) {
            if ($fitting === $template) {
                return true;
            }
        }

        return false;
    }
}
