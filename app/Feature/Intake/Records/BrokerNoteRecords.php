<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Intake\ImportPass;
use App\Feature\Intake\RowWriter;
use Logion\Expectation\Advice;
use Logion\Figure\Words;
use Logion\Intake\Refusal;
use Logion\Time\Day;

final class BrokerNoteRecords extends Records
{
    private readonly RowWriter $writer;

    public function __construct(ImportPass $pass)
    {
        parent::__construct($pass);
        $this->writer = new RowWriter($pass, 'ratings', 'company_id', ['house', 'day']);
    }

    public function add(array $record, int $row): void
    {
        $advice = Advice::read($record['rating']) ?? throw Refusal::because(Words::say('is_no_advice', text: $record['rating']));
        if ($record['target'] <= 0) {
            throw Refusal::because(Words::say('a_price_target_is_above_nothing'));
        }
        $this->writer->add(
            $record['listing']->company,
            [
                'house' => mb_substr($record['house'], 0, 160),
                'day' => $record['day'],
                'rating' => $advice->value,
                'target' => $record['target'],
                'text' => mb_substr($record['text'] ?? '', 0, 4000),
            ],
            $record['day'],
            "{$record['house']} on ".Day::iso($record['day']),
            $record['target'],
            $row,
        );
    }
}
