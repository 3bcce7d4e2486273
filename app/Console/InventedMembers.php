<?php

declare(strict_types=1);

namespace App\Console;

/** Members of a universe as large as is wanted, for benchmarks: nobody but their columns tells one from another. */
final class InventedMembers
{
    private const SECTORS = 25;

    /** @return list<object> as the universe of a day lists them */
    public static function of(int $count, int $firstCompany): array
    {
        return array_map(
            static fn (int $i): object => (object) [
                'id' => $firstCompany + $i,
                'ticker' => "Q{$i}",
                'name' => "Invented {$i}",
                'sector' => (string) (10 + ($i % self::SECTORS)),
                'template' => 'industrial',
                'country' => 'XA',
                'exchange' => 'XQTH',
                'kind' => 'share',
                'currency' => 'XCR',
                'year_end' => '12',
                'reported' => '18991231',
            ],
            range(0, $count - 1),
        );
    }
}
