<?php

declare(strict_types=1);

namespace App\Feature\Report;

use App\Evaluation\EvaluationContext;
use App\Feature\Portfolio\IncomeReport;
use App\Feature\Portfolio\PerformanceReport;
use App\Feature\Portfolio\PortfolioReport;
use App\Models\Portfolio;

/** A portfolio on a day, part by part, ready to be written. */
final readonly class HoldingReport
{
    public const PARTS = ['summary', 'positions', 'return', 'exposure', 'income', 'reasons'];

    public function __construct(
        private PortfolioReport $portfolio,
        private PerformanceReport $performance,
        private IncomeReport $income,
    ) {
    }

    /**
     * @param  list<string>  $parts  some of {@see PARTS}
     * @return array<string, mixed> what the view takes
     */
    public function of(Portfolio $portfolio, EvaluationContext $context, array $parts): array
    {
        $told = $this->portfolio->of($portfolio, $context);
        $needsReturn = array_intersect(['return', 'summary'], $parts) !== [];
        $performance = $needsReturn ? $this->performance->of($portfolio, $context, null) : null;

        return [
            'parts' => $parts,
            'day' => $told['as_of'],
            'of' => $told,
            'performance' => $performance,
            'chart' => $performance === null || $performance['days'] === []
                ? null
                : LinePicture::of(array_values(array_filter([$performance['values'], $performance['same_flows']]))),
            'income' => in_array('income', $parts, true) ? $this->income->of($portfolio, $context) : null,
            'broken' => array_values(array_filter($told['positions'], static fn (array $of): bool => $of['broken'] !== [])),
        ];
    }
}
