<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Evaluation\CompanyScopes;
use App\Evaluation\EvaluationContexts;
use App\Feature\Export\CsvFiles;
use App\Feature\Export\FiledFigures;
use App\Feature\Export\StatementWorkbook;
use App\Feature\Export\XbrlCsv;
use App\Files\Workbooks;
use Illuminate\Console\Command;

final class ExportCompany extends Command
{
    use EvaluatesInContext;
    use PrintsFigures;

    protected $signature =
        'logion:export {ticker} {file : ends in .xlsx, .ods, .csv or .zip (xBRL-CSV)} {--as-of= : day, YYYY-MM-DD} '.
        '{--user= : e-mail of whose metrics and corrections count} {--adjusted : without the one-offs they marked} {--format=table}';

    protected $description = 'Write the statements of a company: a workbook with live formulas, every filed figure as CSV, or xBRL-CSV';

    public function handle(CompanyScopes $scopes, EvaluationContexts $contexts): int
    {
        return $this->guarded(function () use ($contexts, $scopes): int {
            $scope = $scopes->open((string) $this->argument('ticker'), $this->evaluationContext($contexts));
            $identity = $scopes->identity($scope);
            $facts = new FiledFigures($identity, $scope->asOf);
            $file = (string) $this->argument('file');
            $extension = strtolower(pathinfo($file, PATHINFO_EXTENSION));
            match ($extension) {
                'xlsx', 'ods' => Workbooks::save(StatementWorkbook::of($scope, $identity), $extension, $file),
                'csv' => (new CsvFiles($scope, $identity, $facts))->facts(
                    @fopen($file, 'wb') ?: throw new \InvalidArgumentException("The file {$file} cannot be written."),
                ),
                'zip' => (new XbrlCsv($facts, $identity))->write($file),
                default => throw new \InvalidArgumentException('The file must end in .xlsx, .ods, .csv or .zip.'),
            };
            $this->components->info("Written: {$file}");

            return self::SUCCESS;
        });
    }
}
