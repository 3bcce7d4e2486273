<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Evaluation\EvaluationContexts;
use App\Storage\ColumnStore;
use Illuminate\Console\Command;
use Logion\Time\Day;

final class RefreshMetrics extends Command
{
    use PrintsFigures;

    protected $signature = 'logion:refresh {--as-of= : day, YYYY-MM-DD} {--if-missing : only if the day has no columns yet} '
        .'{--format=table : table, json or csv}';

    protected $description = 'Compute the metric columns of the universe';

    public function handle(ColumnStore $columns, EvaluationContexts $contexts): int
    {
        return $this->guarded(function () use ($columns, $contexts): int {
            $day = $contexts->day($this->option('as-of'));
            if ($this->option('if-missing') && $columns->isComplete($day)) {
                return self::SUCCESS;
            }
            $started = microtime(true);
            $bar = $this->option('format') === 'table' ? $this->output->createProgressBar() : null;
            $companies = $columns->refresh($day, static function (int $done, int $total) use ($bar): void {
                $bar?->setMaxSteps($total);
                $bar?->setProgress($done);
            });
            $bar?->finish();
            $bar === null || $this->newLine();
            $seconds = round(microtime(true) - $started, 2);
            $this->print(
                [
                    'as_of' => Day::iso($day),
                    'companies' => $companies,
                    'seconds' => $seconds,
                    'peak_memory_bytes' => memory_get_peak_usage(),
                ],
                ['as of', 'companies', 'seconds'],
                [[Day::iso($day), $companies, $seconds]],
            );

            return self::SUCCESS;
        });
    }
}
