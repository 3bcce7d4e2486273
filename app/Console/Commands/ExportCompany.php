<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Evaluation\CompanyScopes;
use App\Evaluation\EvaluationContexts;
use App\Feature\Export\CompanyFiles;
use Illuminate\Console\Command;

final class ExportCompany extends Command
{
    use EvaluatesInContext;
    use PrintsFigures;

    protected $signature = 'logion:export {ticker} {file : ends in .xlsx, .ods, .csv or .zip (xBRL-CSV)} {--as-of= : day, YYYY-MM-DD} '
        .'{--user= : e-mail of whose metrics and corrections count} {--adjusted : without the one-offs they marked} {--format=table}';

    protected $description = 'Write the statements of a company: a workbook with live formulas, every filed figure as CSV, or xBRL-CSV';

    public function handle(CompanyScopes $scopes, EvaluationContexts $contexts): int
    {
        return $this->guarded(function () use ($contexts, $scopes): int {
            $scope = $scopes->open((string) $this->argument('ticker'), $this->evaluationContext($contexts));
            $files = new CompanyFiles($scope, $scopes->identity($scope));
            $file = (string) $this->argument('file');
            match (strtolower(pathinfo($file, PATHINFO_EXTENSION))) {
                'xlsx', 'ods' => CompanyFiles::save($files->statements(), strtolower(pathinfo($file, PATHINFO_EXTENSION)), $file),
                'csv' => $files->factsCsv(
                    @fopen($file, 'wb') ?: throw new \InvalidArgumentException("The file {$file} cannot be written."),
                ),
                'zip' => $files->xbrlCsv($file),
                default => throw new \InvalidArgumentException('The file must end in .xlsx, .ods, .csv or .zip.'),
            };
            $this->components->info("Written: {$file}");

            return self::SUCCESS;
        });
    }
}
