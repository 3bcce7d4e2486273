<?php

declare(strict_types=1);

namespace Logion\Valuation\Method\CashFlow;

use Logion\Valuation\Discounting;
use Logion\Valuation\EquityBridge;

/**
 * Present value of forecast free cash flows to the firm and of what comes after them, down to a share.
 * Everything is null where the terminal value does not exist (discount rate not above growth).
 */
final readonly class CashFlowValue
{
    /**
     * @param  list<float>  $flows  of full years; the first is multiplied by the stub when it is discounted
     * @param  list<float>  $discountFactors
     * @param  list<float>  $presentValues
     */
    private function __construct(
        public array $flows,
        public array $discountFactors,
        public array $presentValues,
        public float $sumOfPresentValues,
        public ?float $terminalValue,
        public ?float $presentTerminalValue,
        public ?float $enterpriseValue,
        public ?float $equityValue,
        public ?float $perShare,
        public ?float $terminalShare,
    ) {
    }

    /**
     * @param  list<float>  $flows  free cash flow of each full forecast year
     * @param  float|null  $terminalValue  at the end of the last forecast year
     */
    public static function of(
        array $flows,
        Discounting $discounting,
        ?float $terminalValue,
        EquityBridge $bridge,
        float $shares,
        bool $terminalMidYear = false,
    ): self {
        $sum = 0.0;
        $present = [];
        foreach ($flows as $i => $flow) {
            $present[] = ($i === 0 ? $flow * max(0.0, $discounting->stub) : $flow) * $discounting->factors[$i];
            $sum += $present[$i];
        }
        if ($terminalValue === null) {
            return new self($flows, $discounting->factors, $present, $sum, null, null, null, null, null, null);
        }
        $pv = $terminalValue * $discounting->terminalFactor($terminalMidYear);
        $enterprise = $sum + $pv;
        $equity = $bridge->equityValue($enterprise);

        return new self(
            $flows,
            $discounting->factors,
            $present,
            $sum,
            $terminalValue,
            $pv,
            $enterprise,
            $equity,
            $shares > 0 ? $equity / $shares : null,
            $enterprise == 0.0 ? null : $pv / $enterprise,
        );
    }

    /**
     * Gordon and Shapiro (1956): next year's flow / (rate − growth); null when the rate is not above growth.
     */
    public static function growingPerpetuity(float $nextFlow, float $rate, float $growth): ?float
    {
        return $rate > $growth ? $nextFlow / ($rate - $growth) : null;
    }

    /**
     * A base flow grown by a rate per year.
     *
     * @param  list<float>  $growthRates
     * @return list<float>
     */
    public static function grown(float $base, array $growthRates): array
    {
        $flows = [];
        foreach ($growthRates as $growth) {
            $flows[] = $base *= 1 + $growth;
        }

        return $flows;
    }

    /**
     * A straight line from a to b, reaching b in the last of n steps; a itself is not included.
     *
     * @return list<float>
     */
    public static function fade(float $from, float $to, int $steps): array
    {
        $path = [];
        for ($k = 1; $k <= $steps; $k++) {
            $path[] = $from + (($to - $from) * $k) / $steps;
        }

        return $path;
    }

    /**
     * Growth at which a growing perpetuity equals a terminal value: (TV·w − F·k) / (TV + F·k), with k = (1 + w)^½ when the
     * perpetuity's flows arrive mid-year, else 1. Null when the terminal value is not positive.
     */
    public static function impliedGrowth(float $terminalValue, float $lastFlow, float $rate, bool $midYear = false): ?float
    {
        $flow = $lastFlow * ($midYear ? (1 + $rate) ** 0.5 : 1.0);

        return $terminalValue <= 0 || $terminalValue + $flow == 0.0 ? null : ($terminalValue * $rate - $flow) / ($terminalValue + $flow);
    }
}
