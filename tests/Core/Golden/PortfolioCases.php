<?php

declare(strict_types=1);

namespace Tests\Core\Golden;

use Brick\Math\BigDecimal;
use Logion\Decision\DecisionOutcome;
use Logion\Portfolio\Contribution;
use Logion\Portfolio\CurrencyGain;
use Logion\Portfolio\Exposure;
use Logion\Portfolio\IncomeForecast;
use Logion\Portfolio\Ledger\CostMethod;
use Logion\Portfolio\Ledger\EntryType;
use Logion\Portfolio\Ledger\HeldLots;
use Logion\Portfolio\Ledger\Ledger;
use Logion\Portfolio\Ledger\LedgerEntry;
use Logion\Portfolio\Ledger\Lot;
use Logion\Portfolio\Ledger\Oversold;
use Logion\Portfolio\Ledger\Sale;
use Logion\Portfolio\MoneyWeightedReturn;
use Logion\Portfolio\PositionSize;
use Logion\Portfolio\TimeWeightedReturn;
use Logion\Time\Day;

/** Portfolios by their transactions, their returns, what they depend on, and what became of decisions. */
final class PortfolioCases
{
    /** @return array<string, \Closure(array<string, mixed>): array<string, mixed>> */
    public static function all(): array
    {
        return [
            'portfolio.lots' => self::lots(...),
            'portfolio.time_weighted' => static function (array $in): array {
                $of = TimeWeightedReturn::of(
                    array_map(
                        static fn (array $day): array => [
                            'day' => Day::parse($day['date']),
                            'value' => self::float($day['value'] ?? null),
                            'flow' => (float) ($day['flow'] ?? 0),
                        ],
                        $in['days'],
                    ),
                );

                return [
                    'returns' => $of->returns,
                    'time_weighted_return' => $of->total,
                    'annualised' => $of->annualised,
                    'days' => $of->days,
                    'years' => $of->years,
                ];
            },
            'portfolio.money_weighted' => static function (array $in): array {
                $of = MoneyWeightedReturn::of(
                    Day::parse($in['start_date']),
                    (float) $in['start_value'],
                    array_map(static fn (array $flow): array => [Day::parse($flow['date']), (float) $flow['amount']], $in['flows']),
                    Day::parse($in['end_date']),
                    (float) $in['end_value'],
                );

                return [
                    'annual_rate' => $of->annual,
                    'period_return' => $of->period,
                    'gain' => $of->gain,
                    'net_flows' => $of->netFlows,
                    'days' => $of->days,
                ];
            },
            'portfolio.contribution' => static function (array $in): array {
                $of = Contribution::of(
                    array_map(
                        static fn (array $position): array => [
                            'name' => $position['name'],
                            'group' => $position['group'] ?? null,
                            'quantity' => (float) $position['quantity'],
                            ...self::floats($position, ['price_begin', 'price_end', 'dividends_per_share', 'fx_begin', 'fx_end']),
                        ],
                        $in['positions'],
                    ),
                    (float) ($in['cash'] ?? 0),
                );

                return [
                    'positions' => array_map(
                        static fn (array $position): array => [
                            'name' => $position['name'],
                            'weight_begin' => $position['weight'],
                            'return' => $position['return'],
                            'contribution' => $position['contribution'],
                        ],
                        $of->positions,
                    ),
                    'groups' => $of->groups,
                    'begin_value' => $of->begin,
                    'end_value' => $of->end,
                    'total_return' => $of->return,
                ];
            },
            'portfolio.exposure' => static function (array $in): array {
                $of = Exposure::of(
                    array_map(
                        static fn (array $position): array => [
                            'name' => $position['name'],
                            'value' => self::float($position['value'] ?? null),
                            'sector' => $position['sector'] ?? null,
                            'country' => $position['country'] ?? null,
                            'currency' => $position['currency'] ?? null,
                        ],
                        $in['positions'],
                    ),
                    array_map(
                        static fn (array $cash): array => [
                            'currency' => $cash['currency'] ?? null,
                            'amount' => self::float($cash['amount'] ?? null),
                        ],
                        $in['cash'] ?? [],
                    ),
                );

                return [
                    'total_value' => $of->total,
                    'sectors' => $of->sectors,
                    'countries' => $of->countries,
                    'currencies' => $of->currencies,
                    'largest' => $of->largest,
                    'largest_share' => $of->largestShare,
                    'herfindahl' => $of->concentration,
                    'effective_positions' => $of->effective,
                ];
            },
            'portfolio.currency' => self::currency(...),
            'portfolio.income_forecast' => self::income(...),
            'portfolio.position_size' => static function (array $in): array {
                $of = PositionSize::of(
                    (float) $in['portfolio_value'],
                    (float) $in['price'],
                    self::float($in['invalidation_price'] ?? null),
                    self::float($in['position_cap'] ?? null),
                    self::float($in['sector_cap'] ?? null),
                    (float) ($in['sector_value'] ?? 0),
                    self::float($in['loss_limit'] ?? null),
                    self::float($in['cash'] ?? null),
                    (float) ($in['current_quantity'] ?? 0),
                    (float) ($in['lot'] ?? 1),
                );

                return [
                    'limits' => $of?->limits,
                    'binding' => $of?->binding,
                    'money' => $of?->money,
                    'quantity' => $of?->quantity,
                    'cost' => $of?->cost,
                    'weight_after' => $of?->weightAfter,
                    'loss_at_invalidation' => $of?->lossAtInvalidation,
                ];
            },
            'journal.outcome' => self::outcome(...),
        ];
    }

    /**
     * @param  array<string, mixed>  $in
     * @return array<string, mixed>
     */
    private static function lots(array $in): array
    {
        $transactions = array_map(
            static fn (array $of): LedgerEntry => LedgerEntry::of(Day::parse($of['date']), EntryType::from($of['type']), [
                ...$of,
                'acquired' => isset($of['acquired']) ? Day::parse($of['acquired']) : null,
            ]),
            $in['transactions'],
        );
        try {
            $ledgers = [
                'fifo' => Ledger::of($transactions),
                'average' => Ledger::of($transactions, CostMethod::Average),
            ];
        } catch (Oversold $problem) {
            return ['error' => 'oversold', 'row' => $problem->row];
        }
        $ledger = $ledgers['fifo'];
        $values = 0.0;
        foreach ($ledger->holdings as $security => $holding) {
            if ($holding->quantity()->isGreaterThan('0.000000001')) {
                $price = self::float($in['prices'][$security] ?? null);
                $values = $price === null || $values === null ? null : $values + $holding->quantity()->toFloat() * $price;
            }
        }

        return [
            ...array_map(static fn (Ledger $of): array => self::told($of, $in['prices'] ?? [], $of === $ledger), $ledgers),
            'income' => [
                'dividends' => $ledger->dividends->toFloat(),
                'tax_withheld' => $ledger->taxes->toFloat(),
                'fees' => $ledger->fees->toFloat(),
                'net' => $ledger->netIncome()->toFloat(),
            ],
            'cash' => $ledger->cash->toFloat(),
            'contributed' => $ledger->contributed->toFloat(),
            'total_value' => $values === null ? null : $ledger->cash->toFloat() + $values,
        ];
    }

    /**
     * @param  array<string, mixed>  $prices
     * @return array<string, mixed>
     */
    private static function told(Ledger $ledger, array $prices, bool $withLots): array
    {
        $holdings = array_filter($ledger->holdings, static fn (HeldLots $of): bool => $of->quantity()->isGreaterThan('0.000000001'));
        ksort($holdings, SORT_STRING);
        $positions = [];
        foreach ($holdings as $security => $of) {
            [$quantity, $cost] = [$of->quantity()->toFloat(), $of->cost()->toFloat()];
            $price = self::float($prices[$security] ?? null);
            $positions[] = [
                'security' => $security,
                'quantity' => $quantity,
                'cost_basis' => $cost,
                'average_cost' => $cost / $quantity,
                'market_value' => $price === null ? null : $quantity * $price,
                'unrealised_gain' => $price === null ? null : $quantity * $price - $cost,
                ...$withLots
                    ? [
                        'lots' => array_map(
                            static fn (Lot $lot): array => [
                                'acquired' => Day::iso($lot->acquired),
                                'quantity' => $lot->quantity->toFloat(),
                                'cost' => $lot->cost->toFloat(),
                            ],
                            $of->lots,
                        ),
                    ]
                    : [],
            ];
        }

        return [
            'positions' => $positions,
            'realised' => array_map(
                static fn (Sale $sale): array => [
                    'row' => $sale->row,
                    'security' => $sale->security,
                    'quantity' => $sale->quantity->toFloat(),
                    'proceeds' => $sale->proceeds->toFloat(),
                    'cost' => $sale->cost->toFloat(),
                    'gain' => $sale->gain()->toFloat(),
                ],
                $ledger->sales,
            ),
            'realised_gain' => array_reduce(
                $ledger->sales,
                static fn (BigDecimal $sum, Sale $of): BigDecimal => $sum->plus($of->gain()),
                BigDecimal::zero(),
            )->toFloat(),
        ];
    }

    /**
     * @param  array<string, mixed>  $in
     * @return array<string, mixed>
     */
    private static function currency(array $in): array
    {
        $gains = $by = [];
        foreach ($in['positions'] as $of) {
            $figures = self::floats($of, ['begin', 'end', 'income', 'fx_begin', 'fx_end']);
            $gain = CurrencyGain::of(
                $figures['begin'],
                $figures['end'],
                $figures['income'] ?? 0.0,
                $figures['fx_begin'],
                $figures['fx_end'],
            );
            $gains[] = $gain;
            $by[$of['currency']][] = $gain;
        }
        $parts = static fn (CurrencyGain $of): array => [
            'local_gain' => $of->local,
            'currency_gain' => $of->currency,
            'cross' => $of->cross,
            'total_gain' => $of->total,
        ];
        $together = static fn (array $of): array => [...$parts($sum = CurrencyGain::sum($of)), 'return' => $sum->return];

        return [
            'positions' => array_map(
                static fn (array $of, CurrencyGain $gain): array => [
                    'name' => $of['name'],
                    ...$parts($gain),
                    'local_return' => $gain->localReturn,
                    'currency_return' => $gain->currencyReturn,
                    'total_return' => $gain->return,
                ],
                $in['positions'],
                $gains,
            ),
            'by_currency' => array_map($together, $by),
            'total' => $together($gains),
        ];
    }

    /**
     * @param  array<string, mixed>  $in
     * @return array<string, mixed>
     */
    private static function income(array $in): array
    {
        $of = IncomeForecast::of(
            Day::parse($in['as_of']),
            array_map(
                static fn (array $position): array => [
                    'name' => $position['name'],
                    'quantity' => (float) ($position['quantity'] ?? 0),
                    'frequency' => isset($position['frequency']) ? (int) $position['frequency'] : null,
                    'last_payment' => isset($position['last_payment']) ? Day::parse($position['last_payment']) : null,
                    ...self::floats($position, ['dividend', 'fx', 'withholding_tax', 'price']),
                ],
                $in['positions'],
            ),
        );
        $months = [];
        foreach ($of->months as $month => $amounts) {
            $months[] = ['month' => intdiv($month, 100).'-'.str_pad((string) ($month % 100), 2, '0', STR_PAD_LEFT), ...$amounts];
        }

        return [
            'positions' => array_map(
                static fn (array $position): array => [
                    'name' => $position['name'],
                    'payments' => array_map(Day::iso(...), $position['payments']),
                    'gross' => $position['gross'],
                    'net' => $position['net'],
                    'yield_on_value' => $position['yield'],
                ],
                $of->positions,
            ),
            'months' => $months,
            'gross' => $of->gross,
            'net' => $of->net,
            'portfolio_yield' => $of->yield,
        ];
    }

    /**
     * @param  array<string, mixed>  $in
     * @return array<string, mixed>
     */
    private static function outcome(array $in): array
    {
        $rows = static fn (array $days, array $figures): array => array_map(
            static fn (string $day, $figure): array => [Day::parse($day), self::float($figure)],
            $days,
            $figures,
        );
        $events = static fn (array $of, string $figure): array => array_map(
            static fn (array $event): array => [Day::parse($event['ex_date']), (float) $event[$figure]],
            $of,
        );
        $decision = $in['decision'];
        $of = DecisionOutcome::of(
            Day::parse($decision['date']),
            (float) $decision['price'],
            (float) $decision['value'],
            (float) ($decision['margin'] ?? 0),
            $rows($in['dates'], $in['closes']),
            $rows($in['index_dates'] ?? [], $in['index_closes'] ?? []),
            $events($in['splits'] ?? [], 'ratio'),
            $events($in['dividends'] ?? [], 'amount'),
            Day::parse($in['as_of']),
        );
        $day = static fn (?int $of): ?string => $of === null ? null : Day::iso($of);

        return [
            'last_date' => $day($of->last),
            'last_close' => $of->lastClose,
            'buy_below' => $of->buyBelow,
            'price_return' => $of->priceReturn,
            'total_return' => $of->totalReturn,
            'annualised' => $of->annualised,
            'index_return' => $of->indexReturn,
            'excess' => $of->excess,
            'reached_date' => $day($of->reached['day'] ?? null),
            'reached_days' => $of->reached['days'] ?? null,
            'reached_trading_days' => $of->reached['rows'] ?? null,
            'gap_then' => $of->gapThen,
            'gap_now' => $of->gapNow,
            'gap_closed' => $of->closed !== null,
            'closed_date' => $day($of->closed['day'] ?? null),
            'closed_days' => $of->closed['days'] ?? null,
            'share_closed' => $of->shareClosed,
        ];
    }

    /**
     * @param  array<string, mixed>  $of
     * @param  list<string>  $names
     * @return array<string, ?float>
     */
    private static function floats(array $of, array $names): array
    {
        return array_combine($names, array_map(static fn (string $name): ?float => self::float($of[$name] ?? null), $names));
    }

    private static function float(mixed $of): ?float
    {
        return $of === null ? null : (float) $of;
    }
}
