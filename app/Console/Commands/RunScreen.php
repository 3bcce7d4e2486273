<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Evaluation\EvaluationContexts;
use App\Feature\Screening\ScreenRunner;
use App\Storage\ColumnStore;
use Illuminate\Console\Command;
use Logion\Screening\ScreenDefinition;

final class RunScreen extends Command
{
    use EvaluatesInContext;
    use PrintsFigures;

    protected $signature = 'logion:screen {--file= : a screen file (JSON)} {--as-of= : day, YYYY-MM-DD} {--user= : e-mail of whose '
        .'metrics, lists and corrections count} {--adjusted : without the one-offs they marked} {--limit= : rows to print} '
        .'{--format=table : table, json or csv}';

    protected $description = 'Run a screen file: survivors after each criterion, and the survivors with their columns';

    public function handle(ScreenRunner $runner, EvaluationContexts $contexts, ColumnStore $columns): int
    {
        return $this->guarded(function () use ($runner, $contexts, $columns): int {
            $file = (string) $this->option('file');
            if ($file === '' || ! is_readable($file)) {
                throw new \InvalidArgumentException(
                    $file === '' ? 'Name a screen file with --file=screen.json.' : "The file {$file} cannot be read.",
                );
            }
            $data = json_decode((string) file_get_contents($file), true);
            if (! is_array($data)) {
                throw new \InvalidArgumentException("The file {$file} does not hold JSON: ".json_last_error_msg().'.');
            }
            $screen = ScreenDefinition::fromArray($data);
            $context = $this->evaluationContext($contexts);
            if (! $columns->isComplete($context->day)) {
                $columns->refresh($context->day);
            }
            $limit = $this->option('limit');
            $result = $runner->run($screen, $context, 0, $limit === null ? null : max(0, (int) $limit));
            $rows = array_map(
                static fn (array $row): array => [
                    $row['ticker'],
                    ...array_map(static fn (string $column): ?float => ((array) $row['values'])[$column] ?? null, $screen->columns),
                ],
                $result['rows'],
            );
            if ($this->option('format') === 'table') {
                $this->table(
                    ['criterion', 'survivors', 'undecidable'],
                    array_map(
                        static fn (array $step): array => [$step['criterion'], $step['survivors'], $step['undecidable']],
                        $result['steps'],
                    ),
                );
            }
            $this->print(
                [
                    'as_of' => $result['as_of'],
                    'universe' => $result['universe'],
                    'steps' => $result['steps'],
                    'rows' => array_map(
                        static fn (array $row): array => [
                            'ticker' => $row['ticker'],
                            'name' => $row['name'],
                            'values' => $row['values'],
                            'states' => $row['states'],
                        ],
                        $result['rows'],
                    ),
                ],
                ['ticker', ...$screen->columns],
                $rows,
            );

            return self::SUCCESS;
        });
    }
}
