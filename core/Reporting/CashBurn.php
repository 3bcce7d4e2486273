<?php

declare(strict_types=1);

namespace Logion\Reporting;

use Logion\Time\FiscalPeriod;

/** Cash that a business uses up: what is left after four quarters of operating and investing, and how long its cash lasts at that pace. */
final readonly class CashBurn
{
    private const QUARTERS = 4;

    /**
     * @param  float  $free  operating cash flow less capital expenditure of the quarter
     * @param  float|null  $year  the same over four quarters; null where one of them is not known
     * @param  float  $cash  with short-term investments, at the end of the quarter
     */
    private function __construct(public float $free, public ?float $year, public float $cash)
    {
    }

    /**
     * @param  int  $quarter  fiscal quarter
     * @return self|null null where the quarter's flows or its cash are not known
     */
    public static function of(FactSheet $facts, int $quarter): ?self
    {
        $free = static function (int $of) use ($facts): ?float {
            $operating = $facts->value('operating_cash_flow', $of);
            $invested = $facts->value('capital_expenditure', $of);

            return $operating === null || $invested === null ? null : $operating - $invested;
        };
        $flows = array_map(
            static fn (int $ago): ?float => $free(FiscalPeriod::shiftQuarters($quarter, -$ago)),
            range(0, self::QUARTERS - 1),
        );
        $cash = $facts->instant('cash_and_equivalents', $quarter);

        return $flows[0] === null || $cash === null
            ? null
            : new self(
                $flows[0],
                in_array(null, $flows, true) ? null : array_sum($flows),
                $cash + ($facts->instant('short_term_investments', $quarter) ?? 0.0),
            );
    }

    /** Years its cash lasts at the pace of four quarters; null where it uses none up, or that is not known. */
    public function lasts(): ?float
    {
        return $this->year === null || $this->year >= 0 ? null : $this->cash / -$this->year;
    }
}
