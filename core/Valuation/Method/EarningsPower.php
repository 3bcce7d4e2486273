<?php

declare(strict_types=1);

namespace Logion\Valuation\Method;

use Logion\Statistics\Descriptive;

/**
 * What a business is worth if it never grows: its normal operating profit after tax, with no more spent than keeps it as it is, for ever.
 *
 * @see B. Greenwald, J. Kahn, P. Sonkin and M. van Biema, Value Investing, 2001, chapters 5 and 6
 */
final readonly class EarningsPower
{
    /** @param  list<?float>  $margins  by year */
    private function __construct(
        public array $margins,
        public ?float $normalMargin,
        public ?float $normalOperatingIncome,
        public ?float $growthCapitalExpenditure,
        public ?float $maintenanceCapitalExpenditure,
        public ?float $earnings,
    ) {
    }

    /**
     * @param  list<int>  $years  oldest first, as all here
     * @param  list<?float>  $revenue
     * @param  list<?float>  $operatingIncome
     * @param  list<int>  $excluded  years whose margin was not normal
     * @param  bool  $median  of the margins; else their mean
     * @param  list<?float>  $plant  property, plant and equipment; none where it is not told
     * @param  float|null  $maintenance  capital expenditure that keeps the business as it is, if it is known
     */
    public static function of(
        array $years,
        array $revenue,
        array $operatingIncome,
        array $excluded,
        bool $median,
        float $taxRate,
        ?float $depreciation,
        ?float $capitalExpenditure,
        array $plant = [],
        ?float $maintenance = null,
    ): self {
        $margins = array_map(
            static fn (?float $income, ?float $sales): ?float => $income === null || $sales === null || $sales <= 0
                ? null
                : $income / $sales,
            $operatingIncome,
            $revenue,
        );
        $known = [];
        foreach ($margins as $i => $margin) {
            if ($margin !== null && ! in_array($years[$i], $excluded, true)) {
                $known[] = $margin;
            }
        }
        $normal = $median ? Descriptive::median($known) : Descriptive::mean($known);
        $last = $revenue[count($revenue) - 1] ?? null;
        $income = $normal === null || $last === null ? null : $normal * $last;
        $growth = self::growthPart($revenue, $plant);
        $kept =
            $maintenance ??
            ($growth === null ? $depreciation : ($capitalExpenditure === null ? null : max(0.0, $capitalExpenditure - $growth)));

        return new self(
            $margins,
            $normal,
            $income,
            $growth,
            $kept,
            $income === null || $depreciation === null || $kept === null ? null : $income * (1 - $taxRate) + $depreciation - $kept,
        );
    }

    /** Null unless there is something to capitalise and a rate to do it with. */
    public function enterpriseValue(float $rate): ?float
    {
        return $this->earnings === null || $this->earnings <= 0 || $rate <= 0 ? null : $this->earnings / $rate;
    }

    /**
     * What of the capital expenditure bought growth: usual plant for a unit of revenue times the revenue that was added.
     *
     * @param  list<?float>  $revenue
     * @param  list<?float>  $plant
     */
    private static function growthPart(array $revenue, array $plant): ?float
    {
        $ratios = [];
        foreach ($plant as $i => $of) {
            $sales = $revenue[$i] ?? null;
            if ($of !== null && $sales !== null && $sales > 0) {
                $ratios[] = $of / $sales;
            }
        }
        $count = count($revenue);
        $usual = Descriptive::mean($ratios);
        [$before, $last] = [$revenue[$count - 2] ?? null, $revenue[$count - 1] ?? null];

        return $usual === null || $before === null || $last === null ? null : $usual * max(0.0, $last - $before);
    }
}
