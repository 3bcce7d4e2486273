<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Intake\ImportPass;
use App\Feature\Intake\RowWriter;
use Logion\Figure\Words;
use Logion\Intake\Refusal;
use Logion\Time\Day;

final class HolderRecords extends Records
{
    private readonly RowWriter $writer;

    public function __construct(ImportPass $pass)
    {
        parent::__construct($pass);
        $this->writer = new RowWriter($pass, 'holdings', 'company_id', ['holder', 'day']);
    }

    public function add(array $record, int $row): void
    {
        if ($record['shares'] < 0) {
            throw Refusal::because(Words::say('nobody_holds_a_negative_number_of'));
        }
        $this->writer->add(
            $record['listing']->company,
            [
                'holder' => mb_substr($record['holder'], 0, 160),
                'kind' => mb_substr($record['kind'] ?? '', 0, 40),
                'day' => $record['day'],
                'shares' => $record['shares'],
            ],
            $record['day'],
            "{$record['holder']} on ".Day::iso($record['day']),
            $record['shares'],
            $row,
        );
    }
}
