<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Intake\ImportPass;
use App\Feature\Intake\RowWriter;
use Logion\Figure\Words;
use Logion\Intake\Refusal;
use Logion\Time\Day;

final class TransactionRecords extends Records
{
    private readonly RowWriter $writer;

    public function __construct(ImportPass $pass)
    {
        parent::__construct($pass);
        $this->writer = new RowWriter(
            $pass,
            'transactions',
            'company_id',
            ['portfolio', 'day', 'kind', 'shares', 'price'],
            ['user_id' => $pass->import->user_id],
        );
    }

    public function add(array $record, int $row): void
    {
        $kind = self::kind($record['direction']);
        // Some write what is sold with a minus.
        $kind === 'sell' && ($record['shares'] = abs($record['shares']));
        if ($record['shares'] <= 0 || $record['price'] < 0) {
            throw Refusal::because(Words::say('shares_must_be_positive_and_the'));
        }
        $this->writer->add(
            $record['listing']->company,
            [
                'portfolio' => $record['portfolio'] ?? '' ?: Words::say('imported'),
                'day' => $record['day'],
                'kind' => $kind,
                'shares' => self::decimal($record['shares']),
                'price' => self::decimal($record['price']),
                'costs' => self::decimal($record['costs'] ?? 0.0),
            ],
            $record['day'],
            ucfirst($kind).' on '.Day::iso($record['day']),
            $record['price'],
            $row,
        );
    }

    private static function kind(string $text): string
    {
        return match (true) {
            preg_match('/buy|bought|purchase|^b$/i', $text) === 1 => 'buy',
            preg_match('/sell|sold|sale|^s$/i', $text) === 1 => 'sell',
            preg_match('/divid|income/i', $text) === 1 => 'dividend',
            default => throw Refusal::because(Words::say('is_neither_buy_sell_nor_dividend', text: $text)),
        };
    }

    /** Shares and money of a portfolio are kept as decimals, which add up exactly. */
    private static function decimal(float $number): string
    {
        return rtrim(rtrim(sprintf('%.8F', $number), '0'), '.');
    }
}
