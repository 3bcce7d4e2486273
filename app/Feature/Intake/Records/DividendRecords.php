<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Intake\ImportPass;
use App\Feature\Intake\RowWriter;
use Logion\Figure\Words;
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
            throw Refusal::because(Words::say('the_dividend_is_in_the_share', currency: $record['currency'], trading: $trading));
        }
        if ($record['amount'] <= 0) {
            throw Refusal::because(Words::say('a_dividend_of_is_none', amount: $record['amount']));
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
            Words::say('dividend_of', day: Day::iso($record['day'])),
            $record['amount'],
            $row,
            $security,
        );
    }
}
