<?php

declare(strict_types=1);

namespace Logion\Valuation\Method;

use Logion\Market\Returns;
use Logion\Statistics\RootFinding;
use Logion\Valuation\PresentValue;

/**
 * Earnings per share grown to a horizon, dividends collected on the way, sold at an exit multiple.
 */
final readonly class EarningsPath
{
    /** @var list<float> */
    public array $earnings;

    /** @var list<float> */
    public array $dividends;

    public float $exitPrice;

    /**
     * @param  list<float>  $incomeGrowth  growth of net income per year
     * @param  float|list<float>  $shareChange  change of the share count, negative for buy-backs; one for all years or one a year
     * @param  float|list<float>  $payout  share of earnings paid at year end; one for all years or one a year
     */
    public function __construct(
        float $earningsPerShare,
        array $incomeGrowth,
        float|array $shareChange,
        float|array $payout,
        float $exitMultiple,
    ) {
        $earnings = $dividends = [];
        foreach ($incomeGrowth as $year => $growth) {
            $earningsPerShare *= (1 + $growth) / (1 + (is_array($shareChange) ? $shareChange[$year] : $shareChange));
            $earnings[] = $earningsPerShare;
            $dividends[] = $earningsPerShare * (is_array($payout) ? $payout[$year] : $payout);
        }
        $this->earnings = $earnings;
        $this->dividends = $dividends;
        $this->exitPrice = $earningsPerShare * $exitMultiple;
    }

    public function valueAt(float $requiredReturn): float
    {
        return PresentValue::net($this->dividends, $requiredReturn, 1) +
            PresentValue::net([$this->exitPrice], $requiredReturn, count($this->dividends));
    }

    /** The annual return at which the path is worth the price; null if none between −99 % and 1000 % does it. */
    public function impliedReturn(float $price): ?float
    {
        return RootFinding::bracketed(fn (float $r): float => $this->valueAt($r) - $price, -0.99, 10.0);
    }

    public function priceOnlyReturn(float $price): ?float
    {
        return Returns::compoundAnnual($price, $this->exitPrice, count($this->earnings));
    }
}
