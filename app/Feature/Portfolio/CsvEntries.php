<?php

declare(strict_types=1);

namespace App\Feature\Portfolio;

use App\Files\Rows;
use Logion\Figure\Words;
use Logion\Intake\Refusal;

/** The rows of a table of transactions as what {@see EntryRows} takes; columns are known by their heads. */
final class CsvEntries
{
    /** What columns may be called, besides their own name. */
    private const HEADS = [
        'day' => ['date', 'trade date', 'traded on', 'booking date'],
        'settled_on' => ['settled', 'settlement date', 'settles on', 'value date'],
        'type' => ['kind', 'transaction', 'transaction type', 'action'],
        'security' => ['ticker', 'symbol', 'isin', 'instrument', 'share'],
        'quantity' => ['shares', 'units', 'number'],
        'price' => ['unit price', 'price per share'],
        'amount' => ['gross amount', 'gross'],
        'fee' => ['fees', 'commission', 'costs'],
        'tax' => ['taxes', 'withholding tax'],
        'currency' => ['ccy'],
        'reference' => ['id', 'order number'],
        'note' => ['memo', 'comment', 'remark'],
        'to_amount' => ['amount received'],
        'to_currency' => ['currency received'],
        'new_security' => ['new share'],
        'ratio' => [],
        'cost' => [],
        'cost_share' => [],
        'acquired' => [],
    ];

    private const MOST = 50_000;

    /**
     * @return list<array{told: array<string, string>, names: list<string>, problem: null}>
     *
     * @throws Refusal if there is no column of days or kinds
     */
    public static function of(Rows $rows): array
    {
        $columns = null;
        $entries = [];
        foreach ($rows->read() as $row) {
            if ($columns === null) {
                $columns = self::columns($row);

                continue;
            }
            $told = [];
            foreach ($columns as $at => $name) {
                $told[$name] = trim((string) ($row[$at] ?? ''));
            }
            if (array_filter($told, static fn (string $text): bool => $text !== '') === []) {
                continue;
            }
            if (count($entries) >= self::MOST) {
                throw Refusal::because(Words::say('file_has_too_many_transactions', most: self::MOST));
            }
            $told['type'] = str_replace([' ', '-'], '_', mb_strtolower($told['type'] ?? ''));
            $names = array_values(array_filter([$told['security'] ?? '']));
            unset($told['security']);
            $entries[] = [
                'told' => array_filter($told, static fn (string $text): bool => $text !== ''),
                'names' => $names,
                'problem' => null,
            ];
        }

        return $columns === null ? throw Refusal::because(Words::say('the_file_is_empty')) : $entries;
    }

    /**
     * @param  list<string>  $heads
     * @return array<int, string> name by column
     */
    private static function columns(array $heads): array
    {
        $columns = [];
        foreach ($heads as $at => $head) {
            $head = trim(str_replace('_', ' ', mb_strtolower($head)));
            foreach (self::HEADS as $name => $others) {
                if (! in_array($name, $columns, true) && ($head === str_replace('_', ' ', $name) || in_array($head, $others, true))) {
                    $columns[$at] = $name;
                }
            }
        }
        foreach (['day', 'type'] as $needed) {
            if (! in_array($needed, $columns, true)) {
                throw Refusal::because(
                    Words::say('transactions_need_a_column', column: $needed, heads: implode(', ', array_slice($heads, 0, 12))),
                );
            }
        }

        return $columns;
    }
}
