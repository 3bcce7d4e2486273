<?php

declare(strict_types=1);

namespace Logion\Metrics;

use Logion\Accounts\Template;
use Logion\Unit;

/** The declaration of a metric, built-in or a user's own. */
final readonly class Metric
{
    /**
     * @param  'higher'|'lower'|'neutral'  $better
     * @param  list<Template>  $templates  kinds of business it fits
     * @param  'trailing'|'annual'|'quarter'|'latest'|'daily'  $basis
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
    ) {
    }

    public function fits(Template $template): bool
    {
        return in_array($template, $this->templates, true);
    }
}
