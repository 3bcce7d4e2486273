<?php

declare(strict_types=1);

namespace App\Feature\Market;

use Logion\Market\InvestedSum;
use Logion\Market\PriceSeries;
use Logion\Metric\CompanyScope;
use Logion\Time\Day;

/** What a sum put into a share became by the day, beside the same sum in its home index. */
final readonly class InvestedSumReport
{
    public function __construct(private CompanyScope $scope)
    {
    }

    /** @return array<string, mixed>|null null where nothing was traded from the day on */
    public function of(float $amount, int $from): ?array
    {
        $sum = $this->sum($this->scope->prices, $amount, $from);
        if ($sum === null) {
            return null;
        }
        $index = $this->scope->company->index?->asOf($this->scope->asOf);
        $beside = $index === null ? null : $this->sum($index, $amount, $sum->from);
        // An index that begins later is none to be measured against.
        $beside = $beside === null || Day::between($sum->from, $beside->from) > 7 ? null : $beside;
        $ofIndex = $beside === null ? [] : array_column($beside->years, 'return_reinvested', 'year');

        return [
            'currency' => $this->scope->company->tradingCurrency,
            'amount' => $amount,
            'from' => Day::iso($sum->from),
            'to' => Day::iso($sum->to),
            'close' => round($sum->close, 4),
            'outcomes' => [
                self::outcome('reinvested', $sum, $sum->value),
                self::outcome('cash', $sum, $sum->priceOnly + $sum->cash),
                self::outcome('price_only', $sum, $sum->priceOnly),
                ...$beside === null ? [] : [self::outcome('index', $beside, $beside->value)],
            ],
            'years' => array_map(
                static fn (array $year): array => [
                    'year' => $year['year'],
                    'reinvested' => round($year['reinvested'], 2),
                    'price_only' => round($year['price_only'], 2),
                    'dividends' => round($year['dividends'], 2),
                    'return_reinvested' => $year['return_reinvested'],
                    'return_price_only' => $year['return_price_only'],
                    'return_index' => $ofIndex[$year['year']] ?? null,
                ],
                $sum->years,
            ),
        ];
    }

    private function sum(PriceSeries $prices, float $amount, int $from): ?InvestedSum
    {
        return InvestedSum::of($prices->days, $prices->rawCloses, $prices->actions, $amount, $from, $this->scope->asOf);
    }

    /** @return array{kind: string, value: float, total: float, annual: float|null} */
    private static function outcome(string $kind, InvestedSum $sum, float $value): array
    {
        return [
            'kind' => $kind,
            'value' => round($value, 2),
            'total' => $value / $sum->amount - 1,
            'annual' => $sum->annual($value),
        ];
    }
}
