<?php

declare(strict_types=1);

namespace Logion\Reporting;

use Logion\Market\CorporateActions;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;

/**
 * The share basis of each filing: whether its counts and per-share figures are in shares of before or after a split.
 *
 * A filing of before the ex-date is in old shares, a later one in new shares, unless its own share count says otherwise: near
 * a split it is set against the count of the filing before it, and the basis on which the two agree is the one.
 */
final class ShareBasis
{
    /** Lines that count shares, the surest first. */
    private const COUNTS = ['shares_outstanding_period_end', 'basic_shares_average', 'diluted_shares_average'];

    /** Days around an ex-date in which a filing may be on either basis. */
    private const NEAR = 200;

    /** A smaller split cannot be told from shares issued or bought back. */
    private const SMALLEST = 1.4;

    /** @var array<int, float> new shares per share of a filing, by its day, where its own count decides */
    private array $decided = [];

    /** @param  FiledFacts  $facts  those filed after the as-of day, and corrections, are not looked at */
    public function __construct(FiledFacts $facts, private readonly CorporateActions $actions, private readonly int $asOf)
    {
        $splits = array_filter($actions->splits, static fn (array $split): bool => max($split[1], 1 / $split[1]) >= self::SMALLEST);
        if ($splits === []) {
            return;
        }
        $until = min($asOf, Day::plus(max(array_column($splits, 0)), self::NEAR));
        $counts = [];
        foreach ($facts->filed as $filed) {
            if ($filed->filedOn > $until) {
                break; // Nothing later is near a split.
            }
            foreach (self::COUNTS as $line) {
                $latest = $counts[$filed->filedOn][$line] ?? null;
                if (
                    ($filed->values[$line] ?? 0.0) > 0 &&
                    ($latest === null || FiscalPeriod::lastQuarter($filed->period) >= FiscalPeriod::lastQuarter($latest[0]))
                ) {
                    $counts[$filed->filedOn][$line] = [$filed->period, $filed->values[$line]];
                }
            }
        }
        ksort($counts);
        $before = [];
        foreach ($counts as $day => $lines) {
            $this->decide($day, array_map(static fn (array $count): float => $count[1], $lines), $before, $splits);
            foreach ($lines as $line => [, $count]) {
                $before[$line] = $count * $this->ratio($day);
            }
        }
    }

    /** Shares of the as-of day for one share of a filing of a day. */
    public function ratio(int $filedOn): float
    {
        return $this->decided[$filedOn] ?? $this->actions->splitRatio($filedOn, $this->asOf);
    }

    /**
     * @param  array<string, float>  $counts  of the filing, by line
     * @param  array<string, float>  $before  of filings before it, in shares of the as-of day
     * @param  array<int, array{int, float}>  $splits
     */
    private function decide(int $day, array $counts, array $before, array $splits): void
    {
        $line = array_values(array_filter(self::COUNTS, static fn (string $line): bool => isset($counts[$line], $before[$line])))[0]
            ?? null;
        if ($line === null) {
            return;
        }
        $usual = $this->actions->splitRatio($day, $this->asOf);
        $off = static fn (float $ratio): float => abs(log(($counts[$line] * $ratio) / $before[$line]));
        foreach ($splits as [$exDate, $q]) {
            if (abs(Day::between($exDate, $day)) > self::NEAR || $exDate > $this->asOf) {
                continue;
            }
            $other = $exDate <= $day ? $usual * $q : $usual / $q;
            // The count must lie nearer to the one before on the other basis, by far.
            if (
                $off($other) < 0.3 * abs(log($q)) &&
                $off($usual) > 0.7 * abs(log($q)) &&
                $off($other) < $off($this->decided[$day] ?? $usual)
            ) {
                $this->decided[$day] = $other;
            }
        }
    }
}
