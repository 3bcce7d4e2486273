<?php

declare(strict_types=1);

namespace Logion\Capital;

/**
 * A company's capital structure at market value and what it does to beta.
 *
 * @see R. S. Hamada, "The Effect of the Firm's Capital Structure on the Systematic Risk of Common Stocks",
 *      The Journal of Finance 27(2), 1972
 */
final readonly class Leverage
{
    public function __construct(public float $debt, public float $cash, public float $equityValue)
    {
    }

    public function grossDebtToEquity(): ?float
    {
        return $this->equityValue > 0 ? $this->debt / $this->equityValue : null;
    }

    /** Negative with net cash. */
    public function netDebtToEquity(): ?float
    {
        return $this->equityValue > 0 ? ($this->debt - $this->cash) / $this->equityValue : null;
    }

    public function debtShare(): ?float
    {
        return $this->equityValue > 0 ? $this->debt / ($this->debt + $this->equityValue) : null;
    }

    public function netDebtShare(): ?float
    {
        $value = $this->debt - $this->cash + $this->equityValue;

        return $this->equityValue > 0 && $value > 0 ? ($this->debt - $this->cash) / $value : null;
    }

    public function cashShare(): ?float
    {
        return $this->equityValue > 0 ? $this->cash / ($this->debt + $this->equityValue) : null;
    }

    /** β / (1 + (1 − t) D/E), with a beta of debt if one is given. Null when the divisor is not positive. */
    public static function unlever(float $beta, float $taxRate, float $debtToEquity, float $debtBeta = 0.0): ?float
    {
        $divisor = 1 + (1 - $taxRate) * $debtToEquity;

        return $divisor > 0 ? ($beta + $debtBeta * (1 - $taxRate) * $debtToEquity) / $divisor : null;
    }

    /** β_U + (β_U − β_D)(1 − t) D/E; with a debt beta of zero, β_U (1 + (1 − t) D/E). */
    public static function relever(float $unlevered, float $taxRate, float $debtToEquity, float $debtBeta = 0.0): float
    {
        return $unlevered + ($unlevered - $debtBeta) * (1 - $taxRate) * $debtToEquity;
    }

    /** Takes the cash out of an unlevered beta: β_U / (1 − cash share). Null when cash is all there is. */
    public static function withoutCash(?float $unlevered, ?float $cashShare): ?float
    {
        return $unlevered === null || $cashShare === null || $cashShare >= 1 ? null : $unlevered / (1 - $cashShare);
    }
}
