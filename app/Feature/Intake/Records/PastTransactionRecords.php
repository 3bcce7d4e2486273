<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Reference\PastTransactions;
use App\Storage\InstallationDay;
use Logion\Time\Day;

/** Companies that changed hands, with what was paid and what they had earned. */
final class PastTransactionRecords extends ReferenceRecords
{
    private const AMOUNTS = ['net_debt', 'revenue', 'ebitda', 'ebit', 'net_income'];

    protected function put(array $record): array
    {
        $row = [
            'announced_on' => $record['announced_on'],
            'target' => mb_substr($record['target'], 0, 160),
            'acquirer' => mb_substr($record['acquirer'], 0, 160),
            'buyer' => strtolower($record['buyer'] ?? '') ?: null,
            'industry' => $record['industry'],
            'country' => ($record['country'] ?? '') === '' ? null : strtoupper(mb_substr($record['country'], 0, 2)),
            'currency' => strtoupper($record['currency']),
            'price' => $record['price'],
            'stake' => $record['stake'] ?? null,
            'payment' => strtolower($record['payment'] ?? '') ?: null,
            'premium' => $record['premium'] ?? null,
        ];
        foreach (self::AMOUNTS as $amount) {
            $row[$amount] = $record[$amount] ?? null;
        }
        $today = app(InstallationDay::class)->read() ?? (int) date('Ymd');
        $status = app(PastTransactions::class)->put($this->by, $row, $today);

        return [$status, $row['target'], "{$row['acquirer']}, ".Day::iso($row['announced_on'])];
    }

    protected function changesFigures(): bool
    {
        return false;
    }
}
