<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Intake\ImportPass;
use App\Feature\Intake\RowWriter;
use Logion\Intake\Refusal;
use Logion\Time\Day;

final class DividendRecords extends Records
{
    private readonly RowWriter $writer;

    public function __construct(ImportPass $pass)
    {
        parent::__construct($pass);
        $this->writer = new RowWriter($pass, 'dividends', 'security_id', ['ex_date']);
    }

    public function add(array $record, int $row): void
    {
        $security = $record['listing']->security;
        $trading = $this->pass->companies->listed($security, $record['day'])->currency;
        $currency = strtoupper($record['currency'] ?? '');
        if ($currency !== '' && $currency !== $trading) {
            throw Refusal::because("the dividend is in {$record['currency']}, the share trades in {$trading}");
        }
        if ($record['amount'] <= 0) {
            throw Refusal::because("a dividend of {$record['amount']} is none");
        }
        $this->writer->add(
            $record['listing']->company,
            [
                'ex_date' => $record['day'],
                'paid_on' => $record['paid_on'] ?? $record['day'],
                'amount' => $record['amount'],
                'currency' => $trading,
            ],
            $record['day'],
            'Dividend of '.Day::iso($record['day']),
            $record['amount'],
            $row,
            $security,
        );
    }
}
