<?php

declare(strict_types=1);

namespace Logion\Reporting;

use Logion\Figure\Unit;

/** One line of a statement. */
final readonly class LineItem
{
    /**
     * @param  string  $declared  the label in English, by which files are recognised in whatever language is spoken
     * @param  list<ReportingModel>  $templates
     * @param  array<array-key, array<array-key, list<array{int, string}>>>  $rules  signed sums per template value
     * @param  'zero'|'optional'|'unknown'  $absence
     */
    public function __construct(
        public string $key,
        public string $label,
        public string $declared,
        public string $statement,
        public array $templates,
        public LineKind $kind,
        public Unit $unit,
        public array $rules,
        public string $absence,
    ) {
    }

    public function fits(ReportingModel $template): bool
    {
        return in_array($template, $this->templates, true);
    }

    /** Averages over a period are averaged over quarters, never added. */
    public function isPeriodAverage(): bool
    {
        return str_ends_with($this->key, '_average') || str_starts_with($this->key, 'average_');
    }

    /** Whether a year of it is put together from quarters: flows, and averages over a period. */
    public function isOverTime(): bool
    {
        return $this->kind === LineKind::Duration || $this->isPeriodAverage();
    }

    public function isTotal(ReportingModel $template): bool
    {
        return isset($this->rules[$template->value]);
    }
}
