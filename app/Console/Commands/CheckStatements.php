<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Models\Company;
use App\Models\StoredFinding;
use App\Storage\Identity\Identities;
use App\Storage\StatementFindings;
use Illuminate\Console\Command;
use Logion\Time\FiscalPeriod;

final class CheckStatements extends Command
{
    use PrintsFigures;

    protected $signature = 'logion:check {ticker? : only this company} {--if-missing : only companies never checked} {--limit=20 : '
        .'findings to print} {--format=table : table, json or csv}';

    protected $description = 'Check the statements of every company and print what does not hold together';

    public function handle(StatementFindings $statements, Identities $identities): int
    {
        return $this->guarded(function () use ($statements, $identities): int {
            $ticker = $this->argument('ticker');
            $ids = is_string($ticker)
                ? [$identities->company($ticker)]
                : Company::query()->ofBusinesses()->pluck('id')->map(intval(...))->all();
            if ($ids === []) {
                throw new \InvalidArgumentException('There are no companies yet. Import some, or seed the demo.');
            }
            if (! $this->option('if-missing') || ! StoredFinding::query()->exists()) {
                $bar = $this->option('format') === 'table' ? $this->output->createProgressBar(count($ids)) : null;
                foreach (array_chunk($ids, 200) as $chunk) {
                    $statements->check($chunk);
                    $bar?->advance(count($chunk));
                }
                $bar?->finish();
                $bar === null || $this->newLine();
            }
            $findings = StoredFinding::query()
                ->whereIn('company_id', count($ids) === 1 ? $ids : Company::query()->select('id'))
                ->orderByDesc('weight')
                ->orderBy('id')
                ->limit(max(0, (int) $this->option('limit')))
                ->get(['company_id', 'weight', 'finding']);
            $references = $identities->references($findings->pluck('company_id')->map(intval(...)));
            $rows = $findings
                ->map(static function (StoredFinding $row) use ($references): array {
                    $finding = $row->finding;

                    return [
                        'ticker' => $references[$row->company_id],
                        'weight' => (int) $row->weight,
                        'check' => (string) $finding['check'],
                        'period' => FiscalPeriod::label((int) $finding['period']),
                        'sentence' => (string) $finding['sentence'],
                    ];
                })
                ->all();
            $this->print($rows, ['ticker', 'weight', 'check', 'period', 'finding'], array_map(array_values(...), $rows));

            return self::SUCCESS;
        });
    }
}
