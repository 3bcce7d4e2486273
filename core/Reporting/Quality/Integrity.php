<?php

declare(strict_types=1);

namespace Logion\Reporting\Quality;

use Logion\Reporting\FactSheet;

/**
 * Checks that statements hold together: balance sheets balance, parts add up to totals, cash moves by the cash-flow statement,
 * quarters sum to the year, earnings per share agree with the share count; and that figures are not off by a thousand or a
 * million, of the wrong sign, repeated from another year, or counted before a split.
 *
 * A total that is off because one of its parts has a finding of its own is not reported a second time.
 */
final class Integrity
{
    /** In this order: those that explain what others would find come first. */
    private const CHECKS = [
        Check\RepeatedPeriods::class,
        Check\UnitSlips::class,
        Check\WrongSigns::class,
        Check\UnadjustedSplits::class,
        Check\ShareCountJumps::class,
        Check\SumsOfParts::class,
        Check\MissingPeriods::class,
        Check\CashRollForward::class,
        Check\QuartersOfYear::class,
        Check\EarningsPerShare::class,
    ];

    /**
     * All findings of a company's years, heaviest first.
     *
     * @return list<Finding>
     */
    public static function ofSheet(FactSheet $facts): array
    {
        $statements = new Examination($facts);
        foreach (self::CHECKS as $check) {
            (new $check)->examine($statements);
        }
        $findings = $statements->findings();
        usort($findings, static fn (Finding $a, Finding $b): int => self::order($a) <=> self::order($b));

        return $findings;
    }

    /** @return array{int, int, string} */
    private static function order(Finding $finding): array
    {
        return [-$finding->weight, -$finding->period, $finding->key()];
    }
}
