<?php

declare(strict_types=1);

namespace Logion\Portfolio;

use Logion\Market\Returns;
use Logion\Market\Risk\MaximumDrawdown;
use Logion\Market\Risk\ReturnVolatility;
use Logion\Statistics\Descriptive;
use Logion\Time\Day;

/** What a line of daily values amounts to. */
final readonly class Performance
{
    /** A line that reaches this day of the year reaches its end: 24 December and after. */
    private const YEAR_END = 1224;

    /**
     * @param  array{depth: float, peak: int|null, trough: int|null, recovery: int|null}  $drawdown  days YYYYMMDD
     * @param  list<array{year: int, return: float, whole: bool}>  $years  calendar years; not whole where the line begins or ends inside
     */
    private function __construct(
        public float $total,
        public ?float $annual,
        public ?float $volatility,
        public array $drawdown,
        public ?float $sharpe,
        public array $years,
    ) {
    }

    /**
     * @param  list<int>  $days  YYYYMMDD
     * @param  list<float>  $values
     * @param  float  $riskFree  a year, the mean over the time
     * @param  float|null  $invested  what was paid for the first value, its cost included; the first value itself if null
     */
    public static function of(array $days, array $values, float $riskFree, ?float $invested = null): self
    {
        $n = count($values);
        if ($n < 2) {
            return new self(0.0, null, null, ['depth' => 0.0, 'peak' => null, 'trough' => null, 'recovery' => null], null, []);
        }
        $years = Day::between($days[0], $days[$n - 1]) / 365.25;
        $start = $invested ?? $values[0];
        // What the purchase cost is lost on the first day: the fall begins with what was paid.
        $fall = MaximumDrawdown::of([$start, ...$values]);
        $day = static fn (?int $i): ?int => $i === null ? null : $days[max(0, $i - 1)];

        return new self(
            $values[$n - 1] / $start - 1,
            Returns::compoundAnnual($start, $values[$n - 1], $years),
            ReturnVolatility::annual(Returns::simple($values)),
            ['depth' => $fall->depth, 'peak' => $day($fall->peak), 'trough' => $day($fall->trough), 'recovery' => $day($fall->recovery)],
            self::sharpe(Returns::simple($values), $riskFree),
            self::years($days, $values, $start),
        );
    }

    /**
     * (252 × mean − risk-free rate) / (sample deviation × √252) of daily returns; null when they do not vary.
     *
     * @param  list<float>  $returns
     *
     * @see W. F. Sharpe, "The Sharpe Ratio", The Journal of Portfolio Management 21(1), 1994
     */
    public static function sharpe(array $returns, float $riskFree, int $periodsPerYear = 252): ?float
    {
        $mean = Descriptive::mean($returns);
        $volatility = ReturnVolatility::annual($returns, $periodsPerYear);

        return $mean === null || $volatility === null || $volatility == 0.0 ? null : ($mean * $periodsPerYear - $riskFree) / $volatility;
    }

    /**
     * @param  list<int>  $days
     * @param  list<float>  $values
     * @return list<array{year: int, return: float, whole: bool}>
     */
    private static function years(array $days, array $values, float $start): array
    {
        $ends = [];
        foreach ($days as $i => $day) {
            $ends[Day::year($day)] = $i;
        }
        $years = [];
        $before = null;
        foreach ($ends as $year => $end) {
            // A year is whole if the line was there at the end of the one before and reaches its last trading days.
            $years[] = [
                'year' => $year,
                'return' => $values[$end] / ($before === null ? $start : $values[$before]) - 1,
                'whole' => $before !== null && $days[$before] % 10000 >= self::YEAR_END && $days[$end] % 10000 >= self::YEAR_END,
            ];
            $before = $end;
        }

        return $years;
    }
}
