<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Intake\ImportPass;
use App\Feature\Intake\RowWriter;
use Logion\Intake\LineRecognition;
use Logion\Intake\Refusal;
use Logion\Reporting\ReportingModel;
use Logion\Time\FiscalPeriod;

final class EstimateRecords extends Records
{
    /** What analysts estimate that is no line of a statement. */
    private const BEYOND_STATEMENTS = ['ebitda', 'ebit', 'free_cash_flow', 'funds_from_operations_per_share', 'book_value_per_share'];

    private readonly RowWriter $writer;

    private readonly LineRecognition $lines;

    private readonly Periods $periods;

    public function __construct(ImportPass $pass)
    {
        parent::__construct($pass);
        $this->writer = new RowWriter($pass, 'estimates', 'company_id', ['line', 'period', 'day']);
        $this->lines = new LineRecognition(ReportingModel::Industrial, $pass->lines);
        $this->periods = new Periods($pass->companies);
    }

    public function add(array $record, int $row): void
    {
        $line = in_array($record['line'], self::BEYOND_STATEMENTS, true)
            ? $record['line']
            : $this->lines->recognise($record['line'])['line'] ??
                throw Refusal::because("\"{$record['line']}\" is no line analysts estimate");
        $period = $this->periods->read($record['listing']->company, $record['period']);
        $this->writer->add(
            $record['listing']->company,
            [
                'line' => $line,
                'period' => $period,
                'day' => $record['day'],
                'mean' => $record['mean'],
                'deviation' => $record['deviation'] ?? 0.0,
                'analysts' => (int) ($record['analysts'] ?? 1),
                'high' => $record['high'] ?? $record['mean'],
                'low' => $record['low'] ?? $record['mean'],
            ],
            $record['day'],
            "Consensus of {$line}, ".FiscalPeriod::label($period),
            $record['mean'],
            $row,
        );
    }
}
