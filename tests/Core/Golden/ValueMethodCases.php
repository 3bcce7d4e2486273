<?php

declare(strict_types=1);

namespace Tests\Core\Golden;

use Logion\Driver\Rule;
use Logion\EarningPower\CasePrices;
use Logion\Multiple\Multiple;
use Logion\Multiple\MultipleRange;
use Logion\Multiple\PriceToBookLine;
use Logion\Valuation\Backwards;
use Logion\Valuation\Convention;
use Logion\Valuation\Discounting;
use Logion\Valuation\EquityBridge;
use Logion\Valuation\Forecast\SegmentForecast;
use Logion\Valuation\MarginOfSafety;
use Logion\Valuation\Method\AssetValue;
use Logion\Valuation\Method\CashFlow\CashFlowValue;
use Logion\Valuation\Method\DividendDiscount;
use Logion\Valuation\Method\EarningsPower;
use Logion\Valuation\Method\EquityCashFlow;
use Logion\Valuation\Method\PropertyValue;
use Logion\Valuation\Method\ResidualIncome;
use Logion\Valuation\Method\RevisedGrowthFormula;
use Logion\Valuation\Summary;
use Logion\Valuation\Tornado;

/** Methods of valuation beside the cash flow to the firm, what an assumption would have to be, and what all say together. */
final class ValueMethodCases
{
    /** @return array<string, \Closure(array<string, mixed>): array<string, mixed>> */
    public static function all(): array
    {
        return [
            'valuation.segment_forecast' => self::segmentForecast(...),
            'valuation.backwards_any' => static function (array $in): array {
                $value = static fn (float $x): ?float => self::segmentForecast(self::with($in['forecast'], $in['input'], $x))[
                    'value_per_share'
                ];
                [$low, $high] = array_map('floatval', $in['bracket']);

                return [
                    'solved' => Backwards::solve($value, (float) $in['price'], $low, $high),
                    'value_now' => self::segmentForecast($in['forecast'])['value_per_share'],
                    'value_at_low' => $value($low),
                    'value_at_high' => $value($high),
                ];
            },
            'valuation.tornado' => static function (array $in): array {
                $model = self::models()[$in['model']];
                $bars = Tornado::of(
                    array_combine(
                        array_column($in['ranges'], 'input'),
                        array_map(static fn (array $of): array => [(float) $of['low'], (float) $of['high']], $in['ranges']),
                    ),
                    static fn (string $input, float $x): ?float => $model(self::with($in['inputs'], $input, $x)),
                );

                return [
                    'base_value' => $model($in['inputs']),
                    'bars' => array_map(
                        static fn (array $of): array => [
                            'input' => $of['input'],
                            'low_value' => $of['low'],
                            'high_value' => $of['high'],
                            'swing' => $of['swing'],
                        ],
                        $bars,
                    ),
                ];
            },
            'valuation.fcfe' => static function (array $in): array {
                $given = array_map(static fn (string $of): array => array_map('floatval', $in[$of]), [
                    'net_income',
                    'depreciation',
                    'capital_expenditure',
                    'working_capital_change',
                ]);
                $flows = isset($in['net_borrowing'])
                    ? EquityCashFlow::ofBorrowing(...[...$given, array_map('floatval', $in['net_borrowing'])])
                    : EquityCashFlow::atDebtRatio(...[...$given, (float) ($in['debt_ratio'] ?? 0)]);
                $excess = (float) ($in['excess_cash'] ?? 0);
                $value = self::value(
                    [...$in, 'wacc' => $in['cost_of_equity'], 'bridge' => ['cash' => $excess]],
                    $flows,
                    end($flows) * (1 + $in['terminal_growth']),
                );

                return [
                    'fcfe' => $flows,
                    'discount_factors' => $value->discountFactors,
                    'pv_flows' => $value->presentValues,
                    'sum_pv_flows' => $value->sumOfPresentValues,
                    'terminal_value' => $value->terminalValue,
                    'pv_terminal_value' => $value->presentTerminalValue,
                    'equity_value' => $value->equityValue,
                    'value_per_share' => $value->perShare,
                    'terminal_share' => $value->terminalShare,
                ];
            },
            'valuation.earnings_power_value' => static function (array $in): array {
                $power = EarningsPower::of(
                    $in['years'],
                    $in['revenue'],
                    $in['operating_income'],
                    $in['exclude'] ?? [],
                    ($in['average'] ?? 'mean') === 'median',
                    (float) $in['tax'],
                    self::maybe($in, 'depreciation'),
                    self::maybe($in, 'capital_expenditure'),
                    $in['property_plant_equipment'] ?? [],
                    self::maybe($in, 'maintenance_capital_expenditure'),
                );
                $enterprise = $power->enterpriseValue((float) $in['wacc']);
                $equity = $enterprise === null ? null : self::bridge($in)->equityValue($enterprise);

                return [
                    'margins' => $power->margins,
                    'normal_margin' => $power->normalMargin,
                    'normal_ebit' => $power->normalOperatingIncome,
                    'growth_capital_expenditure' => $power->growthCapitalExpenditure,
                    'maintenance_capital_expenditure' => $power->maintenanceCapitalExpenditure,
                    'earnings_power' => $power->earnings,
                    'enterprise_value' => $enterprise,
                    'equity_value' => $equity,
                    'value_per_share' => self::over($equity, self::maybe($in, 'shares')),
                ];
            },
            'valuation.net_current_asset_value' => static function (array $in): array {
                $of = $in['balance'];
                $item = static fn (string $name): float => (float) ($of[$name] ?? 0);
                $owed = self::maybe($of, 'total_liabilities');
                [$preferred, $minorities] = [$item('preferred'), $item('minority_interest')];
                $net = AssetValue::netCurrentAssets(self::maybe($of, 'total_current_assets'), $owed, $preferred, $minorities);
                $working = AssetValue::netNetWorkingCapital(
                    $item('cash'),
                    $item('short_term_investments'),
                    $item('receivables'),
                    $item('inventory'),
                    $owed,
                    $preferred,
                    $minorities,
                );
                $share = self::over($net, self::maybe($in, 'shares'));
                $price = self::maybe($in, 'price');
                $twoThirds = $share === null ? null : (2 / 3) * $share;

                return [
                    'net_current_asset_value' => $net,
                    'per_share' => $share,
                    'two_thirds_per_share' => $twoThirds,
                    'net_net_working_capital' => $working,
                    'net_net_per_share' => self::over($working, self::maybe($in, 'shares')),
                    'price_to_net_current_assets' => Multiple::paid($price, $share),
                    'below_two_thirds' => $price === null || $share === null ? null : $share > 0 && $price < $twoThirds,
                ];
            },
            'valuation.tangible_book' => static function (array $in): array {
                $item = static fn (string $name): float => (float) ($in[$name] ?? 0);
                $book = AssetValue::tangibleBook($item('shareholders_equity'), $item('preferred'), $item('goodwill'), $item('intangibles'));
                $share = self::over($book, self::maybe($in, 'shares'));
                $at = array_map(static fn (mixed $of): ?float => MultipleRange::value((float) $of, $share), $in['multiples'] ?? []);

                return [
                    'tangible_book' => $book,
                    'tangible_book_per_share' => $share,
                    'strict_per_share' => self::over($book - $item('deferred_tax_assets'), self::maybe($in, 'shares')),
                    'price_to_tangible_book' => Multiple::paid(self::maybe($in, 'price'), $share),
                    'low' => $at[0] ?? null,
                    'centre' => $at[1] ?? null,
                    'high' => $at[2] ?? null,
                ];
            },
            'valuation.liquidation' => static function (array $in): array {
                $sold = AssetValue::liquidation(
                    array_map(
                        static fn (array $of): array => [
                            'class' => $of['class'],
                            'book' => self::maybe($of, 'book'),
                            'recovery' => self::maybe($of, 'recovery') ?? self::maybe($in['default_recovery'] ?? [], $of['class']),
                        ],
                        $in['assets'],
                    ),
                    (float) ($in['liquidation_cost'] ?? 0),
                    (float) ($in['liabilities'] ?? 0) + (float) ($in['off_balance_sheet'] ?? 0),
                    (float) ($in['preferred'] ?? 0),
                    (float) ($in['minority_interest'] ?? 0),
                );

                return [
                    ...$sold,
                    'gross_proceeds' => $sold['gross'],
                    'value_per_share' => self::over($sold['to_owners'], self::maybe($in, 'shares')),
                ];
            },
            'valuation.revised_growth_formula' => static function (array $in): array {
                $formula = new RevisedGrowthFormula(
                    (float) ($in['base_multiple'] ?? 8.5),
                    (float) ($in['growth_factor'] ?? 2),
                    (float) ($in['reference_yield_percent'] ?? 4.4),
                    self::maybe($in, 'growth_cap_percent'),
                );
                [$eps, $growth, $yield] = [(float) $in['eps'], (float) $in['growth_percent'], (float) $in['bond_yield_percent']];
                $value = $formula->value($eps, $growth, $yield);

                return [
                    'growth_used_percent' => $formula->growth($growth),
                    'multiple' => $formula->multiple($growth, $yield),
                    'value' => $value,
                    'margin_of_safety' => isset($in['price']) ? MarginOfSafety::of($value, (float) $in['price']) : null,
                    'implied_growth_percent' => isset($in['price']) ? $formula->impliedGrowth((float) $in['price'], $eps, $yield) : null,
                ];
            },
            'valuation.own_multiple_range' => static function (array $in): array {
                $range = MultipleRange::of(self::paid(array_slice($in['history'], -$in['n'])), self::maybe($in, 'cap'));
                $now = self::maybe($in, 'current_multiple');

                return [
                    'multiples' => $range->multiples,
                    ...self::range($range, $in),
                    'current_percent_rank' => $now === null ? null : $range->rank($now),
                ];
            },
            'valuation.peer_multiple_range' => static function (array $in): array {
                $peers = array_values(array_filter($in['peers'], static fn (array $of): bool => $of['name'] !== ($in['subject'] ?? null)));
                $names = array_column($peers, 'name');
                $range = MultipleRange::of(
                    self::paid($peers),
                    self::maybe($in, 'cap'),
                    $in['centre'] ?? 'median',
                    (float) ($in['premium'] ?? 0),
                );

                return [
                    'multiples' => array_combine($names, $range->multiples),
                    'not_meaningful' => array_values(
                        array_filter($names, static fn (int $i): bool => $range->multiples[$i] === null, ARRAY_FILTER_USE_KEY),
                    ),
                    ...self::range($range, $in),
                ];
            },
            'valuation.price_to_book_roe_line' => static function (array $in): array {
                $line = PriceToBookLine::through(
                    array_map(static fn (array $of): array => [self::maybe($of, 'roe'), self::maybe($of, 'price_to_book')], $in['peers']),
                );
                $at = $line->at((float) $in['roe']);
                $book = self::maybe($in, 'book_per_share');
                $value = static fn (?float $multiple): ?float => $multiple === null || $multiple <= 0
                    ? null
                    : MultipleRange::value($multiple, $book);
                $centre = $value($at['centre']);

                return [
                    'n' => $line->count,
                    'left_out' => $line->leftOut,
                    'intercept' => $line->fit?->coefficients[0],
                    'slope' => $line->fit?->coefficients[1],
                    'r_squared' => $line->fit?->rSquared,
                    'residual_standard_error' => $line->fit?->residualStandardError,
                    'fitted' => $at['centre'],
                    'standard_error_of_prediction' => $at['error'],
                    'low' => $value($at['low']),
                    'centre' => $centre,
                    'high' => $value($at['high']),
                    'over_valuation' => $centre === null || ! isset($in['price']) ? null : $in['price'] / $centre - 1,
                    'residuals' => $line->residuals,
                ];
            },
            'valuation.dividend_three_stage' => static function (array $in): array {
                $at = static fn (float $rate): ?array => DividendDiscount::threeStages(
                    (float) $in['dividend_0'],
                    (float) $in['growth_high'],
                    $in['n_high'],
                    $in['n_fade'],
                    (float) $in['terminal_growth'],
                    $rate,
                );
                $of = $at((float) $in['cost_of_equity']);
                $worth = $of !== null && $of['value'] !== null;
                $growth = [
                    ...array_fill(0, $in['n_high'], (float) $in['growth_high']),
                    ...CashFlowValue::fade((float) $in['growth_high'], (float) $in['terminal_growth'], $in['n_fade']),
                ];

                return [
                    'growth_path' => $growth,
                    'dividends' => $of['dividends'] ?? null,
                    'pv_high' => $worth ? $of['high'] : null,
                    'pv_fade' => $worth ? $of['fade'] : null,
                    'terminal_value' => $of['terminal'] ?? null,
                    'pv_terminal_value' => $of['present_terminal'] ?? null,
                    'value' => $of['value'] ?? null,
                    'implied_return' => isset($in['price']) && $of !== null
                            ? Backwards::solve(
                                static fn (float $rate): ?float => $at($rate)['value'] ?? null,
                                (float) $in['price'],
                                $in['terminal_growth'] + 1e-9,
                                1.0,
                            )
                            : null,
                ];
            },
            'valuation.growth_of_dividends_implied' => static function (array $in): array {
                [$price, $dividend, $rate] = [(float) $in['price'], (float) $in['dividend_0'], (float) $in['cost_of_equity']];
                [$years, $terminal] = [$in['years'], (float) $in['terminal_growth']];

                return [
                    'implied_growth' => DividendDiscount::impliedStageGrowth($price, $dividend, $rate, $years, $terminal),
                    'gordon_growth' => $price <= 0 || $dividend <= 0 ? null : DividendDiscount::impliedGrowth($price, $dividend, $rate),
                    'value_without_growth' => DividendDiscount::twoStages($dividend, 0.0, $years, $terminal, $rate),
                ];
            },
            'valuation.summary' => static function (array $in): array {
                $summary = new Summary(
                    array_combine(
                        array_column($in['methods'], 'name'),
                        array_map(
                            static fn (array $of): array => [
                                'low' => self::maybe($of, 'low'),
                                'centre' => self::maybe($of, 'centre'),
                                'high' => self::maybe($of, 'high'),
                                'weight' => (float) ($of['weight'] ?? 0),
                            ],
                            $in['methods'],
                        ),
                    ),
                );
                $closes = array_values(array_filter($in['closes'], static fn (mixed $of): bool => $of !== null));

                return [
                    'used' => array_keys($summary->weights),
                    'left_out' => $summary->leftOut,
                    'weights' => $summary->weights,
                    'weighted_low' => $summary->low,
                    'weighted_centre' => $summary->centre,
                    'weighted_high' => $summary->high,
                    'dispersion' => $summary->dispersion,
                    'disagree' => $summary->disagrees(),
                    'upside' => $summary->upside((float) $in['price']),
                    'buy_below' => array_map(static function (mixed $margin) use ($summary, $closes, $in): array {
                        $level = MarginOfSafety::buyBelow($summary->centre, (float) $margin);

                        return [
                            'margin' => $margin,
                            'price' => $level,
                            'below_now' => $level === null ? null : Summary::shareOfDays([(float) $in['price']], $level, 1) === 1.0,
                            'share_of_days' => array_map(
                                static fn (int $days): array => [
                                    'days' => $days,
                                    'share' => $level === null ? null : Summary::shareOfDays($closes, $level, $days),
                                ],
                                $in['windows'],
                            ),
                        ];
                    }, $in['margins']),
                ];
            },
            'valuation.cases_three' => static function (array $in): array {
                $bridge = ($in['basis'] ?? 'per_share') === 'enterprise' ? self::bridge($in) : null;
                $values = array_map(static function (array $of) use ($bridge, $in): ?float {
                    $multiple = self::maybe($of, 'multiple');

                    return $multiple === null || $multiple <= 0
                        ? null
                        : MultipleRange::value($multiple, self::maybe($of, 'metric'), $bridge, self::maybe($in, 'shares'));
                }, $in['cases']);
                $prices = new CasePrices((float) $in['price'], $values);
                $years = (float) ($in['years'] ?? 0);
                $paid = static fn (string $case): float => (float) ($in['cases'][$case]['dividends'] ?? ($in['dividends_collected'] ?? 0));
                $weights = array_map(static fn (array $of): float => (float) ($of['probability'] ?? 0), $in['cases']);
                $counted = array_filter($weights, static fn (float $of): bool => $of > 0);
                $told = array_intersect_key($values, $counted);

                return [
                    'values' => $values,
                    'upside' => $prices->upside('bull'),
                    'base_return' => $prices->upside('base'),
                    'downside' => $prices->upside('bear'),
                    'ratio' => $prices->ratio(),
                    'annual_returns' => array_map(
                        static fn (string $case): ?float => $prices->annualReturn($case, $paid($case), $years),
                        array_combine(array_keys($values), array_keys($values)),
                    ),
                    'price_for_required_return' => isset($in['required_return'])
                        ? $prices->priceForReturn((float) $in['required_return'], $paid('base'), $years)
                        : null,
                    'expected_value' => $counted === [] || in_array(null, $told, true)
                            ? null
                            : \Logion\Statistics\Descriptive::weightedMean(
                                array_values($told),
                                array_values(array_intersect_key($counted, $told)),
                            )['mean'],
                ];
            },
            'valuation.financials' => static function (array $in): array {
                $of = ResidualIncome::fading(
                    (float) $in['book_0'],
                    (float) $in['roe'],
                    (float) $in['growth'],
                    $in['n_high'],
                    $in['n_fade'],
                    (float) $in['cost_of_equity'],
                    (float) $in['terminal_growth'],
                    (float) ($in['terminal_roe'] ?? $in['cost_of_equity']),
                );

                return [
                    'roe_path' => $of['returns'],
                    'growth_path' => $of['growth'],
                    'payout_path' => $of['payouts'],
                    'book' => $of['book'],
                    'excess_return' => $of['excess'],
                    'pv_excess' => $of['present'],
                    'terminal_value' => $of['terminal'],
                    'value_of_equity' => $of['value'],
                    'value_per_share' => self::over($of['value'], self::maybe($in, 'shares')),
                    'price_to_book' => self::over($of['value'], (float) $in['book_0']),
                    'dividend_check' => $of['by_dividends'],
                ];
            },
            'valuation.property_nav_and_affo_multiple' => static function (array $in): array {
                $item = static fn (string $name): float => (float) ($in[$name] ?? 0);
                $properties = array_map(
                    static fn (array $of): array => [
                        'income' => self::maybe($of, 'noi'),
                        'rate' => self::maybe($of, 'cap_rate'),
                        'value' => self::maybe($of, 'value'),
                    ],
                    $in['properties'],
                );
                $beside =
                    $item('other_assets') +
                    $item('development') +
                    $item('cash') -
                    $item('debt') -
                    $item('preferred') -
                    $item('minority_interest');
                $units = self::maybe($in, 'units');
                $net = static function (float $shift) use ($properties, $beside, $units): ?float {
                    $values = PropertyValue::ofBuildings($properties, $shift);

                    return $values === null ? null : self::over(array_sum($values) + $beside, $units);
                };
                $values = PropertyValue::ofBuildings($properties);
                $shift = $item('cap_rate_shift');
                $adjusted = PropertyValue::adjustedFunds(
                    $item('ffo'),
                    $item('recurring_capital_expenditure'),
                    $item('straight_line_rent'),
                    $item('non_cash_items'),
                );
                $each = self::over($adjusted, $units);
                $by = array_map(static fn (mixed $of): ?float => MultipleRange::value((float) $of, $each), $in['affo_multiples'] ?? []);
                $price = self::maybe($in, 'price');
                $rents = $appraised = 0.0;
                foreach ($properties as $of) {
                    $appraised += $of['value'] ?? 0.0;
                    $rents += $of['value'] === null ? max(0.0, $of['income'] ?? 0.0) : 0.0;
                }

                return [
                    'property_values' => $values,
                    'gross_property_value' => $values === null ? null : array_sum($values),
                    'nav_per_unit' => ['low' => $net($shift), 'centre' => $net(0.0), 'high' => $net(-$shift)],
                    'affo' => $adjusted,
                    'affo_per_unit' => $each,
                    'value_by_affo' => ['low' => $by[0] ?? null, 'centre' => $by[1] ?? null, 'high' => $by[2] ?? null],
                    'price_to_affo' => Multiple::paid($price, $each),
                    'affo_yield' => $price === null ? null : self::over($each, $price),
                    'premium_to_nav' => ($of = Multiple::paid($price, $net(0.0))) === null ? null : $of - 1,
                    'implied_cap_rate' => $price === null || $units === null
                            ? null
                            : PropertyValue::impliedCapitalisationRate(
                                $rents,
                                $price,
                                $units,
                                $item('debt') + $item('minority_interest'),
                                $item('preferred'),
                                $item('cash'),
                                $item('other_assets') + $item('development') + $appraised,
                            ),
                ];
            },
        ];
    }

    /** @return array<string, \Closure(array<string, mixed>): ?float> value of a share of each model a tornado may turn */
    private static function models(): array
    {
        $of = ValuationCases::all();

        return [
            'valuation.dcf_two_stage' => static fn (array $in): ?float => $of['valuation.dcf_two_stage']($in)['value_per_share'],
            'valuation.segment_forecast' => static fn (array $in): ?float => self::segmentForecast($in)['value_per_share'],
            'valuation.earnings_path' => static fn (array $in): ?float => $of['valuation.earnings_path']($in)['value_today'],
        ];
    }

    /**
     * @param  array<string, mixed>  $in
     * @return array<string, mixed>
     */
    private static function segmentForecast(array $in): array
    {
        $share = static fn (array $of): array => ['of' => $of['of'], 'share' => self::rule($of['share'])];
        $past = $in['history'];
        $forecast = SegmentForecast::of(
            $in['years'],
            $past['years'],
            $past['segments'],
            $past['costs'] ?? [],
            $past['capital_expenditure'] ?? [],
            array_map(static fn (array $of): Rule => self::rule($of['growth']), $in['segments']),
            array_map($share, $in['cost_lines']),
            (float) $in['tax_rate'],
            $share($in['capital_expenditure']),
            self::rule($in['depreciation_to_capital_expenditure']),
            self::rule($in['working_capital_to_revenue_change']),
        );
        $next = isset($in['terminal_growth'])
            ? $forecast->nextFlow((float) $in['terminal_growth'], self::maybe($in, 'terminal_roic'))
            : null;
        $isWhole = isset($in['wacc']) && $next !== null && ! in_array(null, $forecast->flows, true);
        $value = $isWhole ? self::value($in, $forecast->flows, $next) : null;

        return [
            'revenue' => $forecast->revenue,
            'total_revenue' => $forecast->totalRevenue,
            'cost_shares' => $forecast->costShares,
            'costs' => $forecast->costs,
            'ebit' => $forecast->operatingIncome,
            'tax' => $forecast->tax,
            'capital_expenditure' => $forecast->capitalExpenditure,
            'depreciation' => $forecast->depreciation,
            'working_capital_change' => $forecast->workingCapitalChange,
            'fcff' => $forecast->flows,
            'discount_factors' => $value?->discountFactors,
            'pv_flows' => $value?->presentValues,
            'sum_pv_flows' => $value?->sumOfPresentValues,
            'terminal_value' => $value?->terminalValue,
            'pv_terminal_value' => $value?->presentTerminalValue,
            'enterprise_value' => $value?->enterpriseValue,
            'equity_value' => $value?->equityValue,
            'value_per_share' => $value?->perShare,
            'terminal_share' => $value?->terminalShare,
        ];
    }

    /**
     * @param  array<string, mixed>  $in
     * @param  list<float>  $flows
     */
    private static function value(array $in, array $flows, ?float $next): CashFlowValue
    {
        $rates = is_array($in['wacc']) ? array_map('floatval', $in['wacc']) : array_fill(0, count($flows), (float) $in['wacc']);
        $last = $rates[count($rates) - 1];

        return CashFlowValue::of(
            $flows,
            new Discounting($rates, Convention::from($in['convention'] ?? 'end_year'), (float) ($in['stub_fraction'] ?? 1)),
            $next === null ? null : CashFlowValue::growingPerpetuity($next, $last, (float) $in['terminal_growth']),
            self::bridge($in),
            (float) ($in['shares'] ?? 0),
            ($in['terminal_discount'] ?? null) === 'mid',
        );
    }

    /**
     * @param  array<string, mixed>  $in
     * @return array<string, mixed>
     */
    private static function range(MultipleRange $range, array $in): array
    {
        $bridge = $in['basis'] === 'enterprise' ? self::bridge($in) : null;
        $value = static fn (?float $of): ?float => MultipleRange::value(
            $of,
            self::maybe($in, 'metric'),
            $bridge,
            self::maybe($in, 'shares'),
        );

        return [
            'used' => $range->used,
            'left_out' => $range->leftOut(),
            'low_multiple' => $range->low,
            'centre_multiple' => $range->centre,
            'high_multiple' => $range->high,
            'low' => $value($range->low),
            'centre' => $value($range->centre),
            'high' => $value($range->high),
        ];
    }

    /**
     * @param  list<array<string, mixed>>  $rows
     * @return list<array{?float, ?float}>
     */
    private static function paid(array $rows): array
    {
        return array_map(
            static fn (array $of): array => [self::maybe($of, 'numerator'), self::maybe($of, 'denominator')],
            array_values($rows),
        );
    }

    /**
     * Inputs with the one a dotted path names set to a figure.
     *
     * @param  array<mixed>  $in
     * @return array<mixed>
     */
    private static function with(array $in, string $path, float $figure): array
    {
        [$first, $rest] = [...explode('.', $path, 2), null];
        $in[$first] = $rest === null ? $figure : self::with($in[$first], $rest, $figure);

        return $in;
    }

    /** @param  array<string, mixed>  $of */
    private static function rule(array $of): Rule
    {
        return MarketBehaviourCases::rule($of);
    }

    /** @param  array<string, mixed>  $in */
    private static function bridge(array $in): EquityBridge
    {
        return new EquityBridge(array_map('floatval', $in['bridge'] ?? []));
    }

    /** @param  array<string, mixed>  $in */
    private static function maybe(array $in, string $name): ?float
    {
        return isset($in[$name]) ? (float) $in[$name] : null;
    }

    private static function over(?float $a, ?float $b): ?float
    {
        return $a === null || $b === null || $b == 0.0 ? null : $a / $b;
    }
}
