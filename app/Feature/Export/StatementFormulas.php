<?php

declare(strict_types=1);

namespace App\Feature\Export;

use App\Files\Digits;
use Logion\Reporting\FactSheet;
use Logion\Reporting\LineItem;
use Logion\Reporting\Rounding;
use PhpOffice\PhpSpreadsheet\Cell\Coordinate;

/**
 * How the figures of a statement workbook follow from each other: a total from its parts, cash and retained earnings from those of
 * the year before, earnings a share from income and shares. A formula gives the figure to the last digit: what the report rounded
 * stands in it as a number; where more than rounding is missing the figure does not follow, and there is none.
 */
final class StatementFormulas
{
    /** Signed lines of the year and, with "before:", of the year before. */
    private const ROLL_FORWARD = [
        'cash_and_equivalents' => [[1, 'before:cash_and_equivalents'], [1, 'net_change_in_cash']],
        'retained_earnings' => [[1, 'before:retained_earnings'], [1, 'net_income_common'], [-1, 'dividends_paid_common']],
    ];

    /** Over which shares. */
    private const PER_SHARE = [
        'earnings_per_share_basic' => ['net_income_common', 'basic_shares_average'],
        'earnings_per_share_diluted' => ['net_income_common', 'diluted_shares_average'],
    ];

    /** Digits after the point that figures a share are rounded to. */
    private const MOST_DECIMALS = 6;

    /** @var array<int, float> digit to which a period was reported */
    private array $digits = [];

    /**
     * @param  array<string, array{string, int}>  $rows  sheet and row by line
     * @param  list<int>  $periods  one a column, from the second
     */
    public function __construct(private readonly FactSheet $facts, private readonly array $rows, private readonly array $periods)
    {
    }

    /** The formula of a line in the nth period; null where the figure follows from no others. */
    public function of(LineItem $item, int $nth): ?string
    {
        $value = $this->facts->value($item->key, $this->periods[$nth]);
        if ($value === null) {
            return null;
        }
        foreach ([...$item->rules[$this->facts->template->value] ?? [], self::ROLL_FORWARD[$item->key] ?? []] as $sum) {
            $formula = $sum === [] ? null : $this->sum($item->key, $sum, $value, $nth);
            if ($formula !== null) {
                return $formula;
            }
        }

        return isset(self::PER_SHARE[$item->key]) ? $this->perShare($item->key, $value, $nth) : null;
    }

    /**
     * @param  array<array-key, array{int, string}>  $sum  sign and line of each part
     */
    private function sum(string $line, array $sum, float $value, int $nth): ?string
    {
        $computed = 0.0;
        $formula = '';
        foreach ($sum as [$sign, $name]) {
            $at = $this->at($name, $nth);
            $part = str_replace('before:', '', $name);
            $amount = $at === null ? null : $this->facts->value($part, $this->periods[$at]);
            // A part that is none need not stand there; one of the year before must.
            if ($amount === null && $part !== $name) {
                return null;
            }
            if ($amount === null || ($amount == 0.0 && ! isset($this->rows[$part]))) {
                continue;
            }
            if (! isset($this->rows[$part])) {
                return null;
            }
            $computed += $sign * $amount;
            $formula .= ($sign < 0 ? '-' : ($formula === '' ? '' : '+')).$this->reference($part, (int) $at, $line);
        }
        $rest = $value - $computed;
        if ($formula === '' || abs($rest) > max($this->rounding($nth, count($sum)), 1e-9 * abs($value))) {
            return null;
        }

        return "={$formula}".(abs($rest) <= 1e-12 * abs($value) ? '' : ($rest < 0 ? '-' : '+').Digits::of(abs($rest)));
    }

    private function perShare(string $line, float $value, int $nth): ?string
    {
        [$income, $shares] = self::PER_SHARE[$line];
        $amount = $this->facts->value($income, $this->periods[$nth]);
        $count = $this->facts->value($shares, $this->periods[$nth]);
        if ($amount === null || $count === null || $count <= 0.0 || ! isset($this->rows[$income], $this->rows[$shares])) {
            return null;
        }
        $quotient = $this->reference($income, $nth, $line).'/'.$this->reference($shares, $nth, $line);
        if (abs($amount / $count - $value) <= 1e-12 * abs($value)) {
            return "={$quotient}";
        }
        // What was rounded before a split was rounded in the shares of then.
        $fact = $this->facts->fact($line, $this->periods[$nth]);
        $ratio = $fact === null ? 1.0 : $this->facts->shareBasis($fact);
        for ($decimals = 2; $decimals <= self::MOST_DECIMALS; $decimals++) {
            if (abs(round(($amount / $count) * $ratio, $decimals) / $ratio - $value) < 1e-9) {
                return $ratio === 1.0
                    ? "=ROUND({$quotient},{$decimals})"
                    : "=ROUND({$quotient}*".Digits::of($ratio).",{$decimals})/".Digits::of($ratio);
            }
        }

        return null;
    }

    /** The column of a part; null where the year before does not stand in the column before. */
    private function at(string $name, int $nth): ?int
    {
        if (! str_starts_with($name, 'before:')) {
            return $nth;
        }

        return $nth > 0 && $this->periods[$nth] - $this->periods[$nth - 1] === 10 ? $nth - 1 : null;
    }

    private function rounding(int $nth, int $parts): float
    {
        $period = $this->periods[$nth];

        return Rounding::ofSum($this->digits[$period] ??= Rounding::digit($this->facts->reported($period)), $parts);
    }

    /** A cell, with its sheet where that is another. */
    private function reference(string $line, int $nth, string $from): string
    {
        [$sheet, $row] = $this->rows[$line];

        return ($sheet === $this->rows[$from][0] ? '' : "'{$sheet}'!").Coordinate::stringFromColumnIndex($nth + 2).$row;
    }
}
