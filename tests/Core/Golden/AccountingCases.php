<?php

declare(strict_types=1);

namespace Tests\Core\Golden;

use Logion\Figure\Absence;
use Logion\Formula\Functions;
use Logion\Formula\Moment;
use Logion\Formula\Node;
use Logion\Formula\Parser;
use Logion\Market\Economy;
use Logion\Market\PriceSeries;
use Logion\Metric\Catalogue;
use Logion\Metric\CompanyData;
use Logion\Metric\CompanyScope;
use Logion\Reporting\FactSheet;
use Logion\Reporting\FiledFact;
use Logion\Reporting\Quality\ScaleSlips;
use Logion\Reporting\ReportingModel;
use Logion\Reporting\Rounding;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;

/**
 * Accounting cases: the golden statements become facts of a company (their signed outflows turned into amounts that are
 * positive in the sense of their name), and every figure is a formula of the language valued on it.
 */
final class AccountingCases
{
    /** Golden name => line of the register; a minus turns an outflow round. */
    private const INCOME = [
        'revenue' => 'revenue',
        'cost_of_goods_sold' => 'cost_of_revenue',
        'gross_profit' => 'gross_profit',
        'selling_general_administrative' => 'selling_general_administrative',
        'research_development' => 'research_development',
        'other_operating_expense' => 'other_operating_expenses',
        'operating_income' => 'operating_income',
        'interest_expense' => 'interest_expense',
        'interest_income' => 'interest_income',
        'pretax_income' => 'income_before_tax',
        'income_tax' => 'income_tax',
        'net_income' => 'net_income',
        'net_income_minorities' => 'minority_interest_income',
        'net_income_common' => 'net_income_common',
        'weighted_shares_basic' => 'basic_shares_average',
        'weighted_shares_diluted' => 'diluted_shares_average',
        'depreciation' => 'depreciation',
        'amortisation' => 'amortization_of_intangibles',
    ];

    private const BALANCE = [
        'cash' => 'cash_and_equivalents',
        'short_term_investments' => 'short_term_investments',
        'receivables' => 'receivables',
        'inventory' => 'inventories',
        'other_current_assets' => 'other_current_assets',
        'total_current_assets' => 'total_current_assets',
        'property_plant_equipment' => 'property_plant_equipment_net',
        'goodwill' => 'goodwill',
        'intangibles' => 'intangible_assets',
        'long_term_investments' => 'long_term_investments',
        'total_assets' => 'total_assets',
        'payables' => 'accounts_payable',
        'short_term_debt' => 'short_term_debt',
        'other_current_liabilities' => 'other_current_liabilities',
        'total_current_liabilities' => 'total_current_liabilities',
        'long_term_debt' => 'long_term_debt',
        'deferred_tax' => 'deferred_tax_liabilities',
        'other_non_current_liabilities' => 'other_non_current_liabilities',
        'total_liabilities' => 'total_liabilities',
        'minority_interest' => 'minority_interest',
        'share_capital' => 'share_capital_and_premium',
        'retained_earnings' => 'retained_earnings',
        'shareholders_equity' => 'shareholders_equity',
        'shares_outstanding' => 'shares_outstanding_period_end',
    ];

    private const CASH_FLOW = [
        'cash_from_operations' => 'operating_cash_flow',
        'capital_expenditure' => '-capital_expenditure',
        'cash_from_investing' => 'investing_cash_flow',
        'debt_issued' => 'debt_issued',
        'debt_repaid' => '-debt_repaid',
        'dividends_paid' => '-dividends_paid',
        'shares_issued' => 'shares_issued',
        'shares_repurchased' => '-shares_repurchased',
        'net_change_in_cash' => 'net_change_in_cash',
    ];

    /** @return array<string, \Closure(array<string, mixed>): array<string, mixed>> */
    public static function all(): array
    {
        $debt = '(short_term_debt + long_term_debt)';
        $liquid = '(cash_and_equivalents + short_term_investments)';
        $ebitda = '(operating_income + depreciation + amortization_of_intangibles)';
        $none = '(1 / 0)';
        $effective = static fn (
            float $t,
        ): string => '(income_before_tax > 0 and income_tax / income_before_tax >= 0 and income_tax / income_before_tax <= 1 ? '
            ."income_tax / income_before_tax : {$t})";
        $invested = "(shareholders_equity + minority_interest + {$debt} - {$liquid})";

        return [
            'acc.ttm' => static function (array $in): array {
                [$sheet, $quarters] = self::quarterlySheet($in['quarterly']);
                $sum = static function (string $line) use ($sheet, $quarters): array {
                    return array_map(static fn (int $q): ?float => $sheet->trailing($line, $q), $quarters);
                };
                $add = static fn (array $a, array $b, int $sign = 1): array => array_map(
                    static fn (?float $x, ?float $y): ?float => $x === null || $y === null ? null : $x + $sign * $y,
                    $a,
                    $b,
                );
                $ebitda = $add($add($sum('operating_income'), $sum('depreciation')), $sum('amortization_of_intangibles'));
                $last = end($quarters);
                $netDebt =
                    $sheet->instant('short_term_debt', $last) +
                    $sheet->instant('long_term_debt', $last) -
                    $sheet->instant('cash_and_equivalents', $last) -
                    $sheet->instant('short_term_investments', $last);

                return [
                    'revenue' => $sum('revenue'),
                    'ebitda' => $ebitda,
                    'operating_income' => $sum('operating_income'),
                    'net_income_common' => $sum('net_income_common'),
                    'cash_from_operations' => $sum('operating_cash_flow'),
                    'free_cash_flow' => $add($sum('operating_cash_flow'), $sum('capital_expenditure'), -1),
                    'latest' => [
                        'net_debt' => $netDebt,
                        'net_debt_to_ttm_ebitda' => end($ebitda) === null || end($ebitda) <= 0 ? null : $netDebt / end($ebitda),
                    ],
                ];
            },
            'acc.ytd_to_quarters' => static fn (array $in): array => self::yearToDate($in['rows']),
            'acc.common_size' => static function (array $in): array {
                [$scope, $years] = self::company($in);
                $share = static function (array $names, string $statement, string $base) use ($scope, $years): array {
                    $rows = [];
                    foreach ($names as $golden => $line) {
                        if (str_contains($golden, 'shares')) {
                            continue;
                        }
                        $rows[$golden] = self::values($scope, $years, "{$line} / {$base}");
                    }

                    return $rows;
                };

                return [
                    'income' => $share(self::INCOME, 'income', 'revenue'),
                    'balance' => [
                        ...$share(self::BALANCE, 'balance', 'total_assets'),
                        'total_liabilities_and_equity' => self::values(
                            $scope,
                            $years,
                            '(total_liabilities + minority_interest + shareholders_equity) / total_assets',
                        ),
                    ],
                ];
            },
            'acc.growth' => static function (array $in): array {
                [$scope, $years] = self::company($in);
                $n = count($years) - 1;
                $of = static fn (string $x): array => [
                    'yoy' => self::values($scope, $years, "growth({$x}, 1)"),
                    'cagr_span' => self::latest($scope, "cagr({$x}, {$n})"),
                    'cagr_3' => self::latest($scope, "cagr({$x}, 3)"),
                ];
                [$sheet, $quarters] = self::quarterlySheet($in['quarterly']);
                $quarterly = static function (string $line) use ($sheet, $quarters): array {
                    $change = static fn (int $back): array => array_map(static function (int $i) use (
                        $sheet,
                        $quarters,
                        $line,
                        $back,
                    ): ?float {
                        $now = $sheet->value($line, $quarters[$i]);
                        $before = $i < $back ? null : $sheet->value($line, $quarters[$i - $back]);

                        return $now === null || $before === null || $before <= 0 ? null : $now / $before - 1;
                    }, array_keys($quarters));

                    return ['yoy' => $change(4), 'qoq' => $change(1)];
                };

                return [
                    'revenue' => $of('revenue'),
                    'operating_income' => $of('operating_income'),
                    'net_income_common' => $of('net_income_common'),
                    'eps' => $of('net_income_common / diluted_shares_average'),
                    'eps_values' => self::values($scope, $years, 'net_income_common / diluted_shares_average'),
                    'quarterly_revenue' => $quarterly('revenue'),
                    'quarterly_operating_income' => $quarterly('operating_income'),
                ];
            },
            'acc.dupont' => static fn (array $in): array => self::table($in, [
                'net_margin' => 'net_income_common / revenue',
                'asset_turnover' => 'revenue / average_balance(total_assets)',
                'leverage' => 'average_balance(shareholders_equity) > 0 ? average_balance(total_assets) / '
                    ."average_balance(shareholders_equity) : {$none}",
                'roe' => "average_balance(shareholders_equity) > 0 ? net_income_common / average_balance(shareholders_equity) : {$none}",
                'tax_burden' => "income_before_tax > 0 ? net_income_common / income_before_tax : {$none}",
                'interest_burden' => "operating_income > 0 ? income_before_tax / operating_income : {$none}",
                'operating_margin' => 'operating_income / revenue',
                'roa' => 'net_income / average_balance(total_assets)',
            ]),
            'acc.roic' => static function (array $in) use ($effective, $invested, $none): array {
                $tax = $effective($in['statutory_tax']);
                $nopat = "(operating_income * (1 - {$tax}))";

                return self::table($in, [
                    'effective_tax' => $tax,
                    'nopat' => $nopat,
                    'invested_capital' => $invested,
                    'roic' => "average_balance({$invested}) > 0 ? {$nopat} / average_balance({$invested}) : {$none}",
                    'roic_opening' => "ago({$invested}, 1) > 0 ? {$nopat} / ago({$invested}, 1) : {$none}",
                    'economic_profit' => "{$nopat} - {$in['wacc']} * average_balance({$invested})",
                    'roce' => 'operating_income / (total_assets - total_current_liabilities)',
                ]);
            },
            'acc.cash_conversion' => static function (array $in): array {
                $of = static function (bool $average) use ($in): array {
                    $b = static fn (string $x): string => $average ? "average_balance({$x})" : $x;
                    $dso = "{$b('receivables')} / revenue * 365";
                    $dio = "{$b('inventories')} / cost_of_revenue * 365";
                    $dpo = "{$b('accounts_payable')} / cost_of_revenue * 365";

                    return self::table($in, ['dso' => $dso, 'dio' => $dio, 'dpo' => $dpo, 'ccc' => "{$dso} + {$dio} - {$dpo}"]);
                };

                return ['average' => $of(true), 'closing' => $of(false)];
            },
            'acc.free_cash_flow' => static function (array $in) use ($effective, $none): array {
                $fcf = '(operating_cash_flow - capital_expenditure)';
                $owc =
                    '((total_current_assets - cash_and_equivalents - short_term_investments) - (total_current_liabilities - '
                        .'short_term_debt))';

                return self::table($in, [
                    'fcf' => $fcf,
                    'operating_working_capital' => $owc,
                    'fcff' => "operating_income * (1 - {$effective(
                        $in['statutory_tax'],
                    )}) + depreciation + amortization_of_intangibles - capital_expenditure - ({$owc} - ago({$owc}, 1))",
                    'fcfe' => "{$fcf} + debt_issued - debt_repaid",
                    'fcf_margin' => "{$fcf} / revenue",
                    'fcf_conversion' => "net_income > 0 ? {$fcf} / net_income : {$none}",
                    'capex_to_depreciation' => 'capital_expenditure / depreciation',
                    'fcf_per_share' => "{$fcf} / diluted_shares_average",
                ]);
            },
            'acc.accruals' => static function (array $in) use ($debt, $liquid): array {
                $noa = "((total_assets - {$liquid}) - (total_liabilities - {$debt}))";

                return self::table($in, [
                    'net_operating_assets' => $noa,
                    'balance_sheet_ratio' => "({$noa} - ago({$noa}, 1)) / average_balance({$noa})",
                    'cash_flow_ratio' => "(net_income - operating_cash_flow - investing_cash_flow) / average_balance({$noa})",
                    'sloan' => '(net_income - operating_cash_flow) / average_balance(total_assets)',
                ]);
            },
            'acc.altman' => static function (array $in): array {
                [$scope, $years] = self::company($in);
                $x = [
                    'x1' => '(total_current_assets - total_current_liabilities) / total_assets',
                    'x2' => 'retained_earnings / total_assets',
                    'x3' => 'operating_income / total_assets',
                    'x5' => 'revenue / total_assets',
                    'book' => '(shareholders_equity + minority_interest) / total_liabilities',
                    'liabilities' => 'total_liabilities',
                    'shares' => 'shares_outstanding_period_end',
                ];
                $v = array_map(static fn (string $f): array => self::values($scope, $years, $f), $x);
                $result = [
                    'x1' => $v['x1'],
                    'x2' => $v['x2'],
                    'x3' => $v['x3'],
                    'x4' => [],
                    'x5' => $v['x5'],
                    'z' => [],
                    'zone' => [],
                    'z_unlisted' => [],
                    'z_general' => [],
                ];
                foreach ($years as $i => $_) {
                    $x4 = $v['liabilities'][$i] ? ($in['share_prices'][$i] * $v['shares'][$i]) / $v['liabilities'][$i] : null;
                    $weigh = static function (array $weights) use ($v, $i, $x4): ?float {
                        $sum = 0.0;
                        foreach ($weights as $name => $weight) {
                            $part = $name === 'x4' ? $x4 : $v[$name][$i];
                            if ($part === null) {
                                return null;
                            }
                            $sum += $weight * $part;
                        }

                        return $sum;
                    };
                    $z = $weigh(['x1' => 1.2, 'x2' => 1.4, 'x3' => 3.3, 'x4' => 0.6, 'x5' => 0.999]);
                    $result['x4'][] = $x4;
                    $result['z'][] = $z;
                    $result['zone'][] = $z === null ? null : ($z < 1.81 ? 'distress' : ($z > 2.99 ? 'safe' : 'grey'));
                    $result['z_unlisted'][] = $weigh(['x1' => 0.717, 'x2' => 0.847, 'x3' => 3.107, 'book' => 0.42, 'x5' => 0.998]);
                    $result['z_general'][] = $weigh(['x1' => 6.56, 'x2' => 3.26, 'x3' => 6.72, 'book' => 1.05]);
                }

                return $result;
            },
            'acc.piotroski' => static function (array $in): array {
                $roa = 'net_income / ago(total_assets, 1)';
                $cash = 'operating_cash_flow / ago(total_assets, 1)';
                $leverage = 'long_term_debt / average_balance(total_assets)';
                $current = 'total_current_assets / total_current_liabilities';
                $margin = 'gross_profit / revenue';
                $turnover = 'revenue / ago(total_assets, 1)';
                $test = static fn (string $condition): string => "({$condition}) ? 1 : 0";
                $tests = [
                    'roa_positive' => $test("{$roa} > 0"),
                    'cash_flow_positive' => $test('operating_cash_flow > 0'),
                    'roa_rising' => $test("{$roa} > ago({$roa}, 1)"),
                    'cash_flow_above_income' => $test("{$cash} > {$roa}"),
                    'leverage_falling' => $test("{$leverage} < ago({$leverage}, 1)"),
                    'liquidity_rising' => $test("{$current} > ago({$current}, 1)"),
                    'no_new_shares' => $test('shares_outstanding_period_end <= ago(shares_outstanding_period_end, 1)'),
                    'margin_rising' => $test("{$margin} > ago({$margin}, 1)"),
                    'turnover_rising' => $test("{$turnover} > ago({$turnover}, 1)"),
                ];

                return [
                    'tests' => self::table($in, $tests),
                    ...self::table($in, [
                        'score' => implode(' + ', array_map(static fn (string $t): string => "({$t})", $tests)),
                        'roa' => $roa,
                        'cash_flow_to_assets' => $cash,
                        'leverage' => $leverage,
                        'current_ratio' => $current,
                        'gross_margin' => $margin,
                        'turnover' => $turnover,
                    ]),
                ];
            },
            'acc.beneish' => static function (array $in): array {
                $over = static fn (string $x): string => "(({$x}) / ago({$x}, 1))";
                $under = static fn (string $x): string => "(ago({$x}, 1) / ({$x}))";
                $index = [
                    'dsri' => $over('receivables / revenue'),
                    'gmi' => $under('gross_profit / revenue'),
                    'aqi' => $over('1 - (total_current_assets + property_plant_equipment_net) / total_assets'),
                    'sgi' => $over('revenue'),
                    'depi' => $under('depreciation / (depreciation + property_plant_equipment_net)'),
                    'sgai' => $over('selling_general_administrative / revenue'),
                    'lvgi' => $over('(long_term_debt + total_current_liabilities) / total_assets'),
                    'tata' => '((net_income - operating_cash_flow) / total_assets)',
                ];
                $m = "0.92 * {$index['dsri']} + 0.528 * {$index['gmi']} + 0.404 * {$index['aqi']} + 0.892 * {$index['sgi']}"
                    ." + 0.115 * {$index['depi']} - 0.172 * {$index['sgai']} + 4.679 * {$index['tata']} - 0.327 * {$index['lvgi']} - 4.84";
                $result = self::table($in, [...$index, 'm' => $m]);

                return [...$result, 'flag' => array_map(static fn (?float $x): ?bool => $x === null ? null : $x > -1.78, $result['m'])];
            },
            'acc.balance_strength' => static function (array $in) use ($debt, $liquid, $ebitda, $none): array {
                $tangible = '(shareholders_equity - goodwill - intangible_assets)';
                $netCash = "({$liquid} - {$debt})";
                $current = '(total_current_assets - total_liabilities - minority_interest)';
                $per = static fn (string $x): string => "{$x} / shares_outstanding_period_end";

                return self::table($in, [
                    'tangible_book' => $tangible,
                    'net_cash' => $netCash,
                    'net_current_asset_value' => $current,
                    'book_per_share' => $per('shareholders_equity'),
                    'tangible_book_per_share' => $per($tangible),
                    'net_cash_per_share' => $per($netCash),
                    'net_current_asset_value_per_share' => $per($current),
                    'current_ratio' => 'total_current_assets / total_current_liabilities',
                    'quick_ratio' => "({$liquid} + receivables) / total_current_liabilities",
                    'interest_cover' => 'operating_income / interest_expense',
                    'net_debt_to_ebitda' => "{$ebitda} > 0 ? (0 - {$netCash}) / {$ebitda} : {$none}",
                    'debt_to_equity' => "shareholders_equity > 0 ? {$debt} / shareholders_equity : {$none}",
                ]);
            },
            'acc.per_share' => static function (array $in) use ($none): array {
                $payout = "(net_income_common > 0 ? dividends_paid / net_income_common : {$none})";

                return self::table($in, [
                    'eps_basic' => 'net_income_common / basic_shares_average',
                    'eps_diluted' => 'net_income_common / diluted_shares_average',
                    'dividends_per_share' => 'dividends_paid / basic_shares_average',
                    'payout' => $payout,
                    'buyback_share_of_fcf' => 'operating_cash_flow > capital_expenditure ? shares_repurchased / (operating_cash_flow - '
                        ."capital_expenditure) : {$none}",
                    'sustainable_growth' => 'ago(shareholders_equity, 1) > 0 '
                        ."? (1 - {$payout}) * net_income_common / ago(shareholders_equity, 1) : {$none}",
                    'share_count_change' => 'shares_outstanding_period_end / ago(shares_outstanding_period_end, 1) - 1',
                ]);
            },
            'acc.integrity' => static fn (array $in): array => self::integrity($in),
        ];
    }

    /**
     * @param  array<string, mixed>  $in
     * @param  array<string, string>  $formulas
     * @return array<string, list<?float>>
     */
    private static function table(array $in, array $formulas): array
    {
        [$scope, $years] = self::company($in);

        return array_map(static fn (string $formula): array => self::values($scope, $years, $formula), $formulas);
    }

    /**
     * @param  list<int>  $years
     * @return list<?float>
     */
    private static function values(CompanyScope $scope, array $years, string $formula): array
    {
        $tree = self::parse($formula);

        return array_map(static function (int $year) use ($scope, $years, $tree): ?float {
            $value = $scope->value($tree, Moment::of('annual')->completedYear(end($years) - $year));

            return $value instanceof Absence ? null : $value;
        }, $years);
    }

    private static function latest(CompanyScope $scope, string $formula): ?float
    {
        $value = $scope->value(self::parse($formula), Moment::of('annual')->inBasis('annual'));

        return $value instanceof Absence ? null : $value;
    }

    private static function parse(string $formula): Node
    {
        // The reference definitions mix units the catalogue would refuse (a share count beside an amount), so only the parser is asked.
        return (new Parser(Functions::all()))->parse($formula, Catalogue::builtIn()->names());
    }

    /**
     * @param  array<string, mixed>  $in
     * @return array{CompanyScope, list<int>}
     */
    private static function company(array $in): array
    {
        $facts = $ends = $years = [];
        foreach ($in['annual']['period_ends'] as $i => $end) {
            $year = (int) substr($end, 0, 4);
            $years[] = $year;
            $ends[FiscalPeriod::year($year)] = Day::parse($end);
            $facts = [...$facts, ...self::facts($in['annual'], $i, FiscalPeriod::year($year))];
        }
        $company = new CompanyData(1, 'GOLD', ReportingModel::Industrial, '10', 'XCR', 'XCR', $facts, $ends, new PriceSeries([], []));

        return [new CompanyScope($company, 99991231, Catalogue::builtIn(), new Economy()), $years];
    }

    /**
     * Quarters numbered by the calendar of their ends, so that a missing one leaves a gap.
     *
     * @param  array<string, mixed>  $quarterly
     * @return array{FactSheet, list<int>}
     */
    private static function quarterlySheet(array $quarterly): array
    {
        $facts = $ends = $periods = [];
        foreach ($quarterly['period_ends'] as $i => $end) {
            $period = FiscalPeriod::quarter((int) substr($end, 0, 4), (int) ceil((int) substr($end, 5, 2) / 3));
            $periods[] = $period;
            $ends[$period] = Day::parse($end);
            $facts = [...$facts, ...self::facts($quarterly, $i, $period)];
        }

        return [new FactSheet(ReportingModel::Industrial, $facts, $ends, 99991231), $periods];
    }

    /**
     * @param  array<string, mixed>  $statements
     * @return list<FiledFact>
     */
    private static function facts(array $statements, int $i, int $period): array
    {
        $facts = [];
        foreach (['income' => self::INCOME, 'balance' => self::BALANCE, 'cash_flow' => self::CASH_FLOW] as $statement => $names) {
            foreach ($names as $golden => $line) {
                $value = $statements[$statement][$golden][$i] ?? null;
                if ($value !== null) {
                    $facts[] = new FiledFact(ltrim($line, '-'), $period, $line[0] === '-' ? -(float) $value : (float) $value, 20000101);
                }
            }
        }

        return $facts;
    }

    /**
     * @param  list<array{fiscal_year: int, quarter: int, ytd: ?float}>  $rows
     * @return array<string, list<?float>>
     */
    private static function yearToDate(array $rows): array
    {
        $known = [];
        foreach ($rows as $row) {
            $known[$row['fiscal_year'] * 10 + $row['quarter']] = $row['ytd'] ?? null;
        }
        $quarter = static fn (int $period): ?float => match (true) {
            ! isset($known[$period]) => null,
            $period % 10 === 1 => (float) $known[$period],
            ! isset($known[$period - 1]) => null,
            default => (float) ($known[$period] - $known[$period - 1]),
        };
        $facts = [];
        foreach ($known as $period => $_) {
            if ($quarter($period) !== null) {
                $facts[] = new FiledFact('revenue', $period, $quarter($period), 20000101);
            }
        }
        $sheet = new FactSheet(ReportingModel::Industrial, $facts, [], 99991231);
        $result = ['quarters' => [], 'ttm' => [], 'ttm_from_years' => []];
        foreach (array_keys($known) as $period) {
            $result['quarters'][] = $quarter($period);
            $result['ttm'][] = $sheet->trailing('revenue', $period);
            $year = $known[intdiv($period, 10) * 10 - 10 + 4] ?? null;
            $before = $known[$period - 10] ?? null;
            $result['ttm_from_years'][] =
                $period % 10 === 4
                    ? (isset($known[$period])
                        ? (float) $known[$period]
                        : null)
                    : ($year === null || $before === null || ! isset($known[$period])
                        ? null
                        : (float) ($known[$period] + $year - $before));
        }

        return $result;
    }

    /**
     * @param  array<string, mixed>  $in
     * @return array<string, mixed>
     */
    private static function integrity(array $in): array
    {
        $rules = [
            'balance_sheet_ties' => [
                'balance.total_assets',
                'balance.total_liabilities balance.minority_interest balance.shareholders_equity',
            ],
            'total_liabilities_and_equity_sum' => [
                'balance.total_liabilities_and_equity',
                'balance.total_liabilities balance.minority_interest balance.shareholders_equity',
            ],
            'current_assets_sum' => [
                'balance.total_current_assets',
                'balance.cash balance.short_term_investments balance.receivables balance.inventory balance.other_current_assets',
            ],
            'total_assets_sum' => [
                'balance.total_assets',
                'balance.total_current_assets balance.property_plant_equipment balance.goodwill balance.intangibles '
                    .'balance.long_term_investments',
            ],
            'current_liabilities_sum' => [
                'balance.total_current_liabilities',
                'balance.payables balance.short_term_debt balance.other_current_liabilities',
            ],
            'total_liabilities_sum' => [
                'balance.total_liabilities',
                'balance.total_current_liabilities balance.long_term_debt balance.deferred_tax balance.other_non_current_liabilities',
            ],
            'shareholders_equity_sum' => ['balance.shareholders_equity', 'balance.share_capital balance.retained_earnings'],
            'gross_profit_sum' => ['income.gross_profit', 'income.revenue -income.cost_of_goods_sold'],
            'operating_income_sum' => [
                'income.operating_income',
                'income.gross_profit -income.selling_general_administrative -income.research_development -income.depreciation '
                    .'-income.amortisation -income.other_operating_expense',
            ],
            'pretax_income_sum' => ['income.pretax_income', 'income.operating_income -income.interest_expense income.interest_income'],
            'net_income_sum' => ['income.net_income', 'income.pretax_income -income.income_tax'],
            'net_income_common_sum' => ['income.net_income_common', 'income.net_income -income.net_income_minorities'],
            'net_income_matches_cash_flow' => ['cash_flow.net_income', 'income.net_income'],
            'operating_cash_flow_sum' => [
                'cash_flow.cash_from_operations',
                'cash_flow.net_income cash_flow.depreciation cash_flow.amortisation cash_flow.share_based_compensation '
                    .'cash_flow.deferred_tax_change cash_flow.change_in_receivables cash_flow.change_in_inventory '
                    .'cash_flow.change_in_payables cash_flow.change_in_other_working_capital',
            ],
            'investing_cash_flow_sum' => [
                'cash_flow.cash_from_investing',
                'cash_flow.capital_expenditure cash_flow.acquisitions cash_flow.purchase_of_investments',
            ],
            'financing_cash_flow_sum' => [
                'cash_flow.cash_from_financing',
                'cash_flow.debt_issued cash_flow.debt_repaid cash_flow.dividends_paid cash_flow.shares_issued cash_flow.shares_repurchased',
            ],
            'net_change_in_cash_sum' => [
                'cash_flow.net_change_in_cash',
                'cash_flow.cash_from_operations cash_flow.cash_from_investing cash_flow.cash_from_financing',
            ],
        ];
        $annual = $in['annual'];
        $value = static function (string $path, int $i) use ($annual): float {
            [$statement, $line] = explode('.', ltrim($path, '-'));

            return ($path[0] === '-' ? -1 : 1) * (float) $annual[$statement][$line][$i];
        };
        $findings = [];
        $report = static function (string $check, string $end, ?string $line, float $stated, float $computed) use (&$findings, $in): void {
            if (Rounding::differs($stated, $computed, (float) $in['tie_tolerance'])) {
                $findings[] = ['check' => $check, 'period_end' => $end, 'line' => $line, 'difference' => $stated - $computed];
            }
        };
        foreach ($rules as $check => [$stated, $parts]) {
            foreach ($annual['period_ends'] as $i => $end) {
                $report(
                    $check,
                    $end,
                    null,
                    $value($stated, $i),
                    array_sum(array_map(static fn (string $part): float => $value($part, $i), explode(' ', $parts))),
                );
            }
        }
        foreach ($annual['period_ends'] as $i => $end) {
            if ($i > 0) {
                $report(
                    'cash_roll_forward',
                    $end,
                    null,
                    $value('balance.cash', $i) - $value('balance.cash', $i - 1),
                    $value('cash_flow.net_change_in_cash', $i),
                );
            }
        }
        $quarterly = $in['quarterly'] ?? null;
        foreach ($quarterly === null ? [] : $annual['period_ends'] as $i => $end) {
            $from = (int) substr($end, 0, 4) - 1 .substr($end, 4);
            $inside = array_keys(array_filter($quarterly['period_ends'], static fn (string $q): bool => $q > $from && $q <= $end));
            foreach (count($inside) === 4 ? ['income', 'cash_flow'] : [] as $statement) {
                foreach ($annual[$statement] as $line => $amounts) {
                    if (! str_starts_with($line, 'weighted_shares')) {
                        $report(
                            'quarters_sum_to_year',
                            $end,
                            "{$statement}.{$line}",
                            (float) $amounts[$i],
                            array_sum(array_map(static fn (int $q): float => (float) $quarterly[$statement][$line][$q], $inside)),
                        );
                    }
                }
            }
        }
        foreach ($quarterly === null ? [] : $annual['period_ends'] as $i => $end) {
            $q = array_search($end, $quarterly['period_ends'], true);
            foreach ($q === false ? [] : $annual['balance'] as $line => $amounts) {
                $report('balance_matches_quarter', $end, "balance.{$line}", (float) $amounts[$i], (float) $quarterly['balance'][$line][$q]);
            }
        }
        $slips = ScaleSlips::find(
            ['income' => $annual['income'], 'balance' => $annual['balance'], 'cash_flow' => $annual['cash_flow']],
            (float) $in['scale_ratio'],
        );
        $factor = static fn (string $direction): float => $direction === 'up' ? 1000.0 : 0.001;
        $columns = array_map(
            static fn (array $c): array => [
                'statement' => $c['statement'],
                'period_end' => $annual['period_ends'][$c['position']],
                'direction' => $c['direction'],
                'likely_factor' => $factor($c['direction']),
                'lines_off' => $c['lines_off'],
                'lines_tested' => $c['lines_tested'],
            ],
            $slips['columns'],
        );
        $lines = array_map(
            static fn (array $l): array => [
                'statement' => $l['statement'],
                'period_end' => $annual['period_ends'][$l['position']],
                'line' => $l['line'],
                'direction' => $l['direction'],
                'likely_factor' => $factor($l['direction']),
                'ratio' => $l['ratio'],
            ],
            $slips['lines'],
        );

        return [
            'clean' => $findings === [] && $columns === [] && $lines === [],
            'tie_findings' => $findings,
            'scale_columns' => $columns,
            'scale_lines' => $lines,
        ];
    }
}
