<?php

declare(strict_types=1);

namespace Tests\Core\Golden;

use Logion\Market\CorporateActions;
use Logion\Market\DividendHistory;
use Logion\Time\Day;

final class DividendCases
{
    /** @return array<string, \Closure(array<string, mixed>): array<string, mixed>> */
    public static function all(): array
    {
        return [
            'dividends.history' => static function (array $in): array {
                $dated = static fn (array $rows): array => array_map(
                    static fn (array $row): array => [Day::parse($row[0]), (float) $row[1]],
                    $rows,
                );
                $asOf = Day::parse($in['as_of']);
                $history = DividendHistory::of(new CorporateActions($dated($in['splits']), $dated($in['dividends'])), $asOf);

                return [
                    'frequency' => $history->frequency,
                    'years' => $history->years,
                    'growth' => array_map($history->growth(...), ['1' => 1, '3' => 3, '5' => 5, '10' => 10]),
                    'years_rising' => $history->yearsRising(),
                    'years_without_cut' => $history->yearsWithoutCut(),
                    'cuts' => $history->cuts(),
                    'special' => array_values(
                        array_unique(
                            array_map(
                                static fn (array $payment): string => Day::iso($payment['day']),
                                array_filter($history->payments, static fn (array $payment): bool => $payment['special']),
                            ),
                        ),
                    ),
                    'trailing' => $history->trailing($asOf),
                ];
            },
        ];
    }
}
