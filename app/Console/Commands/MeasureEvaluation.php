<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Models\Company;
use App\Storage\ColumnComputation;
use App\Storage\CompanyReader;
use App\Storage\EconomyReader;
use Illuminate\Console\Command;
use Logion\Formula\Moment;
use Logion\Metric\Catalogue;
use Logion\Metric\CompanyScope;
use Logion\Metric\Evaluation\BatchEvaluator;

/** Times reading, opening and evaluating every company in this process alone; `logion:bench` starts one or several at once. */
final class MeasureEvaluation extends Command
{
    protected $signature = 'logion:bench-evaluation {day : YYYYMMDD}';

    protected $description = 'Measure the evaluation of every metric';

    protected $hidden = true;

    public function handle(CompanyReader $companies, EconomyReader $economy): int
    {
        $day = (int) $this->argument('day');
        // As in a refresh, cycles are collected between batches.
        gc_disable();
        $first = $this->pass($day, $companies, $economy);
        // The first pass reads the formulas too, and how accounts are completed; a refresh of many companies is as the second.
        $later = $this->pass($day, $companies, $economy);
        $this->line(json_encode([...$first, 'later' => $later, 'peak' => memory_get_peak_usage()], JSON_THROW_ON_ERROR));

        return self::SUCCESS;
    }

    /**
     * @return array{companies: int, read: float, open: float, evaluate: float, evaluations: int, memory: array{int, int}} milliseconds, and
     *     bytes after the first batch and after all
     */
    private function pass(int $day, CompanyReader $companies, EconomyReader $economy): array
    {
        $catalogue = Catalogue::builtIn();
        $ids = Company::query()->orderBy('id')->pluck('id');
        $read = $open = $evaluate = 0.0;
        $evaluations = 0;
        $memory = [];
        $known = $economy->read();
        foreach ($ids->chunk(ColumnComputation::BATCH) as $batch) {
            $started = hrtime(true);
            $rows = $batch->map(
                static fn (mixed $id) => $companies->read((int) $id) ?? throw new \LogicException('The company was just listed.'),
            );
            $hasRead = hrtime(true);
            $scopes = $rows
                ->map(static fn ($company): CompanyScope => new CompanyScope($company, $day, $catalogue, $known))
                ->values()
                ->all();
            $hasOpened = hrtime(true);
            $evaluator = new BatchEvaluator($scopes, $catalogue);
            foreach ($catalogue->all() as $key => $metric) {
                $evaluator->metric($key, Moment::of($metric->basis));
                $evaluations += $evaluator->size;
            }
            $evaluate += (hrtime(true) - $hasOpened) / 1e6;
            $open += ($hasOpened - $hasRead) / 1e6;
            $read += ($hasRead - $started) / 1e6;
            unset($rows, $scopes, $evaluator);
            gc_collect_cycles();
            $memory[] = memory_get_usage();
        }

        return [
            'companies' => count($ids),
            'read' => $read,
            'open' => $open,
            'evaluate' => $evaluate,
            'evaluations' => $evaluations,
            'memory' => [$memory[0] ?? 0, $memory[count($memory) - 1] ?? 0],
        ];
    }
}
