<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Intake\ImportPass;
use App\Feature\Intake\RowWriter;
use Logion\Figure\Words;
use Logion\Intake\Refusal;
use Logion\Time\Day;

final class InsiderTradeRecords extends Records
{
    private readonly RowWriter $writer;

    public function __construct(ImportPass $pass)
    {
        parent::__construct($pass);
        $this->writer = new RowWriter($pass, 'insider_trades', 'company_id', ['insider', 'day', 'shares', 'price']);
    }

    public function add(array $record, int $row): void
    {
        $this->writer->add(
            $record['listing']->company,
            [
                'insider' => mb_substr($record['insider'], 0, 160),
                'role' => mb_substr($record['role'] ?? '', 0, 80),
                'day' => $record['day'],
                'shares' => self::signed($record['shares'], $record['direction'] ?? ''),
                'price' => $record['price'] ?? null,
            ],
            $record['day'],
            "{$record['insider']} on ".Day::iso($record['day']),
            $record['shares'],
            $row,
        );
    }

    /** Shares bought are positive, shares sold negative; where the file names no direction the sign tells. */
    private static function signed(float $shares, string $direction): float
    {
        return match (true) {
            $direction === '' => $shares,
            preg_match('/^(b|p)|buy|bought|purchase|acqui/i', $direction) === 1 => abs($shares),
            preg_match('/^s|sell|sold|sale|dispos/i', $direction) === 1 => -abs($shares),
            default => throw Refusal::because(Words::say('is_neither_a_purchase_nor_a', direction: $direction)),
        };
    }
}
