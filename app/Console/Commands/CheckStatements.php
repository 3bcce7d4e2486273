<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Facts\CompanyRefresh;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;
use Logion\Accounts\Period;

final class CheckStatements extends Command
{
    use PrintsFigures;

    protected $signature = 'logion:check {ticker? : only this company} {--if-missing : only companies never checked} {--limit=20 : findings to print} {--format=table : table, json or csv}';

    protected $description = 'Check the statements of every company and print what does not hold together';

    public function handle(CompanyRefresh $refresh): int
    {
        return $this->guarded(function () use ($refresh): int {
            $ticker = $this->argument('ticker');
            $query = DB::table('companies')->join('securities', 'securities.company_id', '=', 'companies.id')->where('template', '<>', 'fund');
            if (is_string($ticker)) {
                $query->where('ticker', strtoupper($ticker));
            }
            $ids = $query->pluck('companies.id')->all();
            if ($ids === []) {
                throw new \InvalidArgumentException(is_string($ticker) ? "No company has the ticker {$ticker}." : 'There are no companies yet. Import some, or seed the demo.');
            }
            if (! $this->option('if-missing') || ! DB::table('findings')->exists()) {
                $bar = $this->option('format') === 'table' ? $this->output->createProgressBar(count($ids)) : null;
                foreach (array_chunk($ids, 200) as $chunk) {
                    DB::transaction(static function () use ($chunk, $refresh, $bar): void {
                        foreach ($chunk as $id) {
                            $refresh->check((int) $id);
                            $bar?->advance();
                        }
                    });
                }
                $bar?->finish();
                $bar === null || $this->newLine();
            }
            $findings = DB::table('findings')->join('securities', 'securities.company_id', '=', 'findings.company_id')->whereIn('findings.company_id', count($ids) === 1 ? $ids : DB::table('companies')->select('id'))->orderByDesc('weight')->orderBy('findings.id')->limit(max(0, (int) $this->option('limit')))->get(['ticker', 'weight', 'finding']);
            $rows = $findings->map(static function (object $row): array {
                $finding = json_decode((string) $row->finding, true);

                return ['ticker' => (string) $row->ticker, 'weight' => (int) $row->weight, 'check' => (string) $finding['check'], 'period' => Period::label((int) $finding['period']), 'sentence' => (string) $finding['sentence']];
            })->all();
            $this->print($rows, ['ticker', 'weight', 'check', 'period', 'finding'], array_map(array_values(...), $rows));

            return self::SUCCESS;
        });
    }
}
