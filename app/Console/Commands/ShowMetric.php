<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Evaluation\CompanyScopes;
use App\Evaluation\EvaluationContexts;
use App\Evaluation\FigureReport;
use Illuminate\Console\Command;
use Logion\Time\Day;

final class ShowMetric extends Command
{
    use EvaluatesInContext;
    use PrintsFigures;

    protected $signature = 'logion:metric {ticker} {keys* : metric keys} {--as-of= : day, YYYY-MM-DD} {--user= : e-mail of whose metrics '
        .'and corrections count} {--adjusted : without the one-offs they marked} {--working : with the tree of inputs} {--format=table : '
        .'table, json or csv}';

    protected $description = 'Print metrics of one company';

    public function handle(CompanyScopes $scopes, EvaluationContexts $contexts): int
    {
        return $this->guarded(function () use ($contexts, $scopes): int {
            $scope = $scopes->open((string) $this->argument('ticker'), $this->evaluationContext($contexts));
            $report = new FigureReport($scope);
            $figures = $rows = [];
            foreach ((array) $this->argument('keys') as $key) {
                $figure = $report->metric($scope->catalogue->get($key)->key);
                if ($this->option('working')) {
                    $figure['working'] = $report->working($key);
                }
                $figures[$key] = $figure;
                $rows[] = [$key, $figure['value'], $figure['unit'], $figure['state'], $figure['reason']];
            }
            $this->print(
                ['ticker' => $scope->company->ticker, 'as_of' => Day::iso($scope->asOf), 'figures' => (object) $figures],
                ['metric', 'value', 'unit', 'state', 'reason'],
                $rows,
            );
            if ($this->option('working') && $this->option('format') === 'table') {
                foreach ($figures as $figure) {
                    $this->tree($figure['working'], 0);
                }
            }

            return self::SUCCESS;
        });
    }

    private function tree(\Logion\Figure\Working $working, int $depth): void
    {
        $figure = $working->figure;
        $this->line(
            str_repeat('  ', $depth).
                $working->label.
                ' '.
                ($figure->isKnown() ? number_format($figure->value(), 4) : $figure->absence()?->kind->mark()).
                ($working->period === null ? '' : "  [{$working->period}]").
                ($working->formula === null ? '' : "  = {$working->formula}").
                ($working->source === null ? '' : "  ({$working->source->text})"),
        );
        foreach ($working->children as $child) {
            $this->tree($child, $depth + 1);
        }
    }
}
