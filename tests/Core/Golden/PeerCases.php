<?php

declare(strict_types=1);

namespace Tests\Core\Golden;

use Logion\Multiple\CalendarYear;
use Logion\Multiple\GroupMultiples;
use Logion\Multiple\ImpliedValue;
use Logion\Multiple\Multiple;
use Logion\Multiple\MultipleSpread;
use Logion\Multiple\PriceEarnings;
use Logion\Transaction\Offer;
use Logion\Transaction\TransactionMultiples;
use Logion\Valuation\EquityBridge;
use Logion\Valuation\ShareCount;

final class PeerCases
{
    private const OF_DEALS = [Multiple::Sales, Multiple::Ebitda, Multiple::Ebit];

    private const FIGURES = [
        'ev_to_sales' => 'sales',
        'ev_to_ebitda' => 'ebitda',
        'ev_to_ebit' => 'ebit',
        'price_to_earnings' => 'net_income',
        'price_to_book' => 'book_equity',
    ];

    /** @return array<string, \Closure(array<string, mixed>): array<string, mixed>> */
    public static function all(): array
    {
        return [
            'deals.enterprise_value' => static function (array $in): array {
                $options = array_map(static fn (array $of): array => array_map('floatval', $of), $in['options'] ?? []);
                $shares = new ShareCount((float) $in['basic_shares'], (float) ($in['restricted_units'] ?? 0), $options);
                $offer = new Offer((float) $in['offer_price'], $shares, self::bridge($in));
                $paid = static fn (string $figure): ?float => Multiple::paid($offer->enterpriseValue, self::float($in[$figure] ?? null));

                return [
                    'diluted_shares' => $offer->dilutedShares,
                    'equity_price' => $offer->equityValue,
                    'enterprise_value' => $offer->enterpriseValue,
                    'premium' => $offer->premium(self::float($in['unaffected_price'] ?? null)),
                    'ev_to_sales' => $paid('sales'),
                    'ev_to_ebitda' => $paid('ebitda'),
                    'ev_to_ebit' => $paid('ebit'),
                ];
            },
            'deals.multiples' => static function (array $in): array {
                [$used, $paid] = self::deals($in);
                $result = ['used' => $used, 'multiples' => [], 'statistics' => []];
                foreach (self::OF_DEALS as $multiple) {
                    $result['multiples'][$multiple->value] = $paid->of($multiple);
                    $result['statistics'][$multiple->value] = self::told($paid->spread($multiple));
                }

                return $result;
            },
            'deals.valuation' => static function (array $in): array {
                [, $paid] = self::deals($in);
                $target = $in['target'];
                $values = [];
                foreach (self::OF_DEALS as $multiple) {
                    $values[$multiple->value] = $paid->implied(
                        $multiple,
                        self::float($target[self::FIGURES[$multiple->value]] ?? null),
                        self::bridge($target),
                        (float) $target['shares'],
                    );
                }

                return [
                    ...array_map(
                        static fn (ImpliedValue $of): array => [
                            'enterprise_value' => self::told($of->enterprise),
                            'equity_value' => self::told($of->equity),
                            'value_per_share' => self::told($of->perShare),
                        ],
                        $values,
                    ),
                    'blended_median' => TransactionMultiples::blended(array_values($values)),
                ];
            },
            'peers.multiples' => static function (array $in): array {
                $enterprise = array_map(
                    static fn (array $peer): float => $peer['market_cap'] -
                        (new EquityBridge([
                            'debt' => (float) ($peer['debt'] ?? 0),
                            'preferred' => (float) ($peer['preferred'] ?? 0),
                            'minority_interest' => (float) ($peer['minority_interest'] ?? 0),
                            'cash' => (float) ($peer['cash'] ?? 0),
                        ]))->net(),
                    $in['peers'],
                );
                $caps = array_map(floatval(...), array_column($in['peers'], 'market_cap'));
                $result = ['enterprise_value' => $enterprise];
                foreach ([...Multiple::cases(), null] as $multiple) {
                    $values = array_map(
                        static fn (array $peer, float $whole): ?float => $multiple === null
                            ? self::yield($peer)
                            : Multiple::paid(
                                $multiple->isOfEnterprise() ? $whole : (float) $peer['market_cap'],
                                self::float($peer[self::FIGURES[$multiple->value]] ?? null),
                                self::float($in['cap'] ?? null),
                            ),
                        $in['peers'],
                        $enterprise,
                    );
                    $name = $multiple->value ?? 'fcf_yield';
                    $group = new GroupMultiples($values, $caps);
                    $result['multiples'][$name] = $values;
                    $result['statistics'][$name] = self::told($group->spread);
                    $result['market_cap_weighted_mean'][$name] = $group->weightedMean();
                    $result['harmonic_mean'][$name] = $group->harmonicMean();
                }

                return $result;
            },
            'peers.pe_averages' => static function (array $in): array {
                $earnings = new PriceEarnings(
                    array_map(
                        static fn (array $of): array => [
                            'market_value' => (float) $of['market_cap'],
                            'net_income' => (float) $of['net_income'],
                        ],
                        $in['peers'],
                    ),
                );
                $left = array_keys(array_filter($earnings->multiples, is_null(...)));

                return [
                    'price_to_earnings' => $earnings->multiples,
                    'excluded' => array_map(static fn (int $i): string => $in['peers'][$i]['name'], $left),
                    'n' => $earnings->group->spread->count,
                    'mean' => $earnings->group->spread->mean,
                    'median' => $earnings->group->spread->median,
                    'cap_weighted_mean' => $earnings->group->weightedMean(),
                    'harmonic_mean' => $earnings->group->harmonicMean(),
                    'cap_weighted_harmonic' => $earnings->aggregate(),
                    'aggregate_with_losses' => $earnings->aggregateWithLosses(),
                    'earnings_yield_median' => $earnings->medianYield(),
                ];
            },
            'peers.target_value' => static function (array $in): array {
                $target = $in['target'];
                $bridge = self::bridge($target);
                $marketValue = (float) $target['price'] * $target['shares'];
                $enterprise = $marketValue - $bridge->net();
                $result = ['market_cap' => $marketValue, 'enterprise_value' => $enterprise];
                foreach ($in['peer_multiples'] as $name => $values) {
                    $multiple = Multiple::from($name);
                    $figure = self::float($target[self::FIGURES[$name]] ?? null);
                    $values = array_map(self::float(...), $values);
                    $group = new GroupMultiples($values, array_fill(0, count($values), null));
                    $implied = ImpliedValue::of($multiple, $group->spread, $figure, $bridge, (float) $target['shares'])->perShare;
                    $own = Multiple::paid($multiple->isOfEnterprise() ? $enterprise : $marketValue, $figure);
                    $result[$name] = [
                        'median' => $group->spread->median,
                        'value_per_share_q1' => $implied->lowerQuartile,
                        'value_per_share_median' => $implied->median,
                        'value_per_share_q3' => $implied->upperQuartile,
                        'target_multiple' => $own,
                        'premium_to_median' => $own === null || $group->spread->median === null ? null : $own / $group->spread->median - 1,
                        'percent_rank' => $group->percentRank($own),
                    ];
                }

                return $result;
            },
            'peers.calendarise' => static function (array $in): array {
                $figures = array_map(
                    static fn (array $of): ?float => CalendarYear::figure(
                        $of['year_end_month'],
                        self::float($of['fiscal_year']),
                        self::float($of['next_fiscal_year'] ?? null),
                    ),
                    $in['companies'],
                );
                $multiples = array_map(
                    static fn (array $of, ?float $figure): ?float => Multiple::paid((float) $of['value'], $figure),
                    $in['companies'],
                    $figures,
                );

                return [
                    'calendarised' => $figures,
                    'multiples' => $multiples,
                    'median' => MultipleSpread::of($multiples)->median,
                ];
            },
        ];
    }

    /**
     * @param  array<string, mixed>  $in
     * @return array{list<string>, TransactionMultiples}
     */
    private static function deals(array $in): array
    {
        $used = array_values(array_filter($in['deals'], static fn (array $deal): bool => $deal['announced'] >= ($in['from_date'] ?? '')));

        return [
            array_column($used, 'target'),
            new TransactionMultiples(
                array_map(
                    static fn (array $deal): array => [
                        'enterprise_value' => self::float($deal['enterprise_value'] ?? null),
                        'equity_value' => null,
                        'sales' => self::float($deal['sales'] ?? null),
                        'ebitda' => self::float($deal['ebitda'] ?? null),
                        'ebit' => self::float($deal['ebit'] ?? null),
                        'net_income' => null,
                    ],
                    $used,
                ),
            ),
        ];
    }

    /** @return array<string, int|float|null> in the names of the cases */
    private static function told(MultipleSpread $spread): array
    {
        return [
            'n' => $spread->count,
            'low' => $spread->low,
            'q1' => $spread->lowerQuartile,
            'median' => $spread->median,
            'mean' => $spread->mean,
            'q3' => $spread->upperQuartile,
            'high' => $spread->high,
        ];
    }

    /** @param  array<string, mixed>  $peer */
    private static function yield(array $peer): ?float
    {
        return isset($peer['free_cash_flow']) && $peer['market_cap'] > 0 ? $peer['free_cash_flow'] / $peer['market_cap'] : null;
    }

    /** @param  array<string, mixed>  $in */
    private static function bridge(array $in): EquityBridge
    {
        return new EquityBridge(array_map('floatval', $in['bridge'] ?? []));
    }

    private static function float(mixed $x): ?float
    {
        return $x === null ? null : (float) $x;
    }
}
