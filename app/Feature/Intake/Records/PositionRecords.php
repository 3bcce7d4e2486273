<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Intake\ImportPass;
use App\Storage\ColumnStore;
use Logion\Figure\Words;
use Logion\Intake\Refusal;
use Logion\Time\Day;

/** Positions of a portfolio: kept as purchases at their cost on the day since which they are held. */
final class PositionRecords extends Records
{
    private readonly TransactionRecords $transactions;

    private readonly int $latest;

    public function __construct(ImportPass $pass)
    {
        parent::__construct($pass);
        $this->transactions = new TransactionRecords($pass);
        $this->latest = app(ColumnStore::class)->latestDay() ?? (int) date('Ymd');
    }

    public function add(array $record, int $row): void
    {
        if ($record['shares'] < 0) {
            throw Refusal::because(Words::say('a_position_sold_short_is_not'));
        }
        if (! isset($record['day'])) {
            $this->pass->outcome->warn(Words::say('positions_without_a_day_count_as', day: Day::iso($this->latest)));
        }
        $this->transactions->add([...$record, 'day' => $record['day'] ?? $this->latest, 'direction' => 'buy'], $row);
    }
}
