<?php

declare(strict_types=1);

namespace Tests\Demo;

use App\Storage\CompanyReader;
use App\Storage\EconomyReader;
use Illuminate\Support\Facades\DB;
use Logion\Figure\Absence;
use Logion\Figure\Unit;
use Logion\Market\CorporateActions;
use Logion\Market\PriceSeries;
use Logion\Metric\Catalogue;
use Logion\Metric\CompanyData;
use Logion\Metric\CompanyScope;
use Logion\Metric\Evaluation\Workings;
use Logion\Reporting\DerivedTotals;
use Logion\Reporting\FiledFact;
use Logion\Reporting\Quality\Finding;
use Logion\Reporting\Quality\Integrity;
use Logion\Reporting\ShareClass;
use Logion\Time\Day;
use Simulation\Company\Names;
use Tests\DemoTestCase;

/** The invented economy ties, and the core's promises hold on all of it. */
final class EconomyTest extends DemoTestCase
{
    public function test_all_statements_tie(): void
    {
        foreach ($this->companies() as $company) {
            $scope = $this->scope($company, self::TODAY);
            $findings = array_map(
                static fn (Finding $f): string => "{$f->check} {$f->line} {$f->period} {$f->stated} {$f->computed}",
                Integrity::ofSheet($scope->facts),
            );
            if ($company->ticker === 'NSMS') {
                // It stopped reporting inventories, and the checks say so.
                $this->assertNotSame([], preg_grep('/total_current_assets/', $findings));
                $this->assertSame(
                    [],
                    preg_grep('/total_current_assets|change_in_working_capital|cash_roll|missing_year/', $findings, PREG_GREP_INVERT),
                );
            } else {
                $this->assertSame([], $findings, $company->ticker);
            }
            foreach ($scope->facts->periods() as $period) {
                $this->assertEqualsWithDelta(
                    $scope->facts->value('total_assets', $period),
                    $scope->facts->value('total_liabilities', $period) + $scope->facts->value('total_equity', $period),
                    // What was told in another currency was rounded to its thousands.
                    $company->formerCurrency !== null && intdiv($period, 10) < 2019 ? 4000.0 : 0.5,
                    "{$company->ticker} {$period}",
                );
            }
        }
    }

    public function test_compiled_and_interpreted_agree_on_every_metric_bit_for_bit(): void
    {
        $known = 0;
        foreach ($this->companies() as $company) {
            $scope = $this->scope($company, self::TODAY);
            $interpreter = new Workings($scope);
            foreach (array_keys(Catalogue::builtIn()->all()) as $key) {
                $compiled = $scope->metric($key);
                $figure = $interpreter->metric($key)->figure;
                if ($compiled instanceof Absence) {
                    $this->assertEquals($compiled, $figure->absence(), "{$company->ticker} {$key}");
                } else {
                    $this->assertSame($compiled, $figure->value(), "{$company->ticker} {$key}");
                    $known++;
                }
            }
        }
        $this->assertGreaterThan(5000, $known);
    }

    public function test_nothing_public_later_changes_anything_earlier(): void
    {
        $day = 20230815;
        foreach (array_slice($this->companies(), 0, 26) as $company) {
            // The same company with everything after the day torn out, and with absurd facts planted there.
            $early = static fn (FiledFact $fact): bool => $fact->filedOn <= $day;
            $prices = $company->prices->asOf($day);
            $torn = $this->with($company, array_values(array_filter([...$company->facts], $early)), $prices);
            $planted = $this->with(
                $company,
                [
                    ...$company->facts,
                    ...array_map(
                        static fn (FiledFact $fact): FiledFact => new FiledFact(
                            $fact->line,
                            $fact->period,
                            1e15,
                            Day::plus($day, 1),
                            999999,
                        ),
                        array_slice([...$company->facts], 0, 400),
                    ),
                ],
                new PriceSeries(
                    [...$prices->days, 20230816, 20230817],
                    [...$prices->rawCloses, 1e9, 1e-9],
                    null,
                    null,
                    [...$prices->volumes, 1.0, 1.0],
                    new CorporateActions(
                        [...$prices->actions->splits, [20230816, 1000.0]],
                        [...$prices->actions->dividends, [20230817, 5e8]],
                        [...$prices->actions->inKind, [20230817, 3.0]],
                    ),
                ),
                true,
            );
            $asKnown = $this->scope($company, $day);
            foreach (array_keys(Catalogue::builtIn()->all()) as $key) {
                if (
                    in_array(
                        $key,
                        [
                            'range_position_52_weeks',
                            'distance_from_52_week_high',
                            'stochastic_k',
                            'stochastic_d',
                            'median_traded_value_3m',
                            'illiquidity',
                            'volume_ratio',
                            'days_to_trade_one_percent',
                            'turnover_ratio_of_float',
                        ],
                        true,
                    )
                ) {
                    continue; // The planted series has closes for highs and lows.
                }
                $expected = $this->scope($torn, $day)->metric($key);
                $this->assertEquals($expected, $asKnown->metric($key), "{$company->ticker} {$key} sees the future");
                $this->assertEquals($expected, $this->scope($planted, $day)->metric($key), "{$company->ticker} {$key} sees a planted fact");
                if ($key === 'revenue_growth_10y') {
                    break; // Scopes are opened anew for each metric here; the first thirty cover facts, prices and windows.
                }
            }
            foreach (
                [
                    'price_to_earnings',
                    'ev_to_ebitda',
                    'return_on_invested_capital',
                    'dividend_yield',
                    'momentum_12_1',
                    'beta_raw',
                    'forward_price_to_earnings',
                    'earnings_revision_90d',
                    'piotroski_score',
                    'wacc',
                ] as $key
            ) {
                $this->assertEquals(
                    $this->scope($torn, $day)->metric($key),
                    $asKnown->metric($key),
                    "{$company->ticker} {$key} sees the future",
                );
            }
        }
    }

    public function test_metric_and_valuation_have_one_cost_of_capital(): void
    {
        $compared = 0;
        foreach ($this->companies() as $company) {
            $scope = $this->scope($company, self::TODAY);
            $metric = $scope->metric('wacc');
            try {
                $rate = \Logion\Valuation\Method\CashFlow\DiscountedCashFlowDefaults::for($scope)->weightedAverageCost()->rate;
            } catch (\Logion\Figure\LogionException) {
                continue; // No industrial company, or nothing to start from.
            }
            if (is_float($metric)) {
                $this->assertEqualsWithDelta($metric, $rate, 1e-12, $company->ticker);
                $compared++;
            }
        }
        $this->assertGreaterThan(15, $compared);
    }

    public function test_market_value_does_not_jump_at_a_split(): void
    {
        foreach (['ULVL', 'WRPK'] as $ticker) {
            $company = $this->company($ticker);
            [$exDate] = $company->prices->actions->splits[0];
            $before = null;
            for ($day = Day::plus($exDate, -60); $day <= Day::plus($exDate, 200); $day = Day::plus($day, 1)) {
                $scope = $this->scope($company, $day);
                $value = $scope->metric('market_cap');
                if ($before !== null) {
                    $this->assertLessThan(0.35, abs(log($value / $before)), "{$ticker} {$day}");
                }
                $before = $value;
                $institutions = $scope->metric('institutional_share');
                $this->assertTrue($institutions instanceof Absence || $institutions < 1.2, "{$ticker} {$day}");
            }
        }
    }

    public function test_a_currency_a_thousand_times_smaller_leaves_ratios_unchanged(): void
    {
        $catalogue = Catalogue::builtIn();
        foreach (array_slice($this->companies(), 0, 12) as $company) {
            $money = array_map(
                static fn ($item): bool => in_array($item->unit, [Unit::Money, Unit::MoneyPerShare], true),
                \Logion\Reporting\LineItems::all(),
            );
            $times = 1024.0; // A power of two, so that no digit is lost.
            $facts = array_map(
                static fn (FiledFact $fact): FiledFact => new FiledFact(
                    $fact->line,
                    $fact->period,
                    $money[$fact->line] ? $fact->value * $times : $fact->value,
                    $fact->filedOn,
                    $fact->filing,
                ),
                [...$company->facts],
            );
            $p = $company->prices;
            $raise = static fn (array $series): array => array_map(static fn (float $x): float => $x * $times, $series);
            $undo = static fn (array $series): array => array_map(
                static fn (float $x, float $f): float => $x / $f,
                $series,
                $p->splitFactors,
            );
            $prices = new PriceSeries(
                $p->days,
                $raise($p->rawCloses),
                $raise($undo($p->highs)),
                $raise($undo($p->lows)),
                array_map(static fn (float $v, float $f): float => $v * $f, $p->volumes, $p->splitFactors),
                new CorporateActions(
                    $p->actions->splits,
                    array_map(static fn (array $d): array => [$d[0], $d[1] * $times], $p->actions->dividends),
                    $p->actions->inKind,
                ),
            );
            $scaled = new CompanyData(
                $company->id,
                $company->ticker,
                $company->template,
                $company->sector,
                $company->reportingCurrency,
                $company->tradingCurrency,
                $facts,
                $company->periodEnds,
                $prices,
                $company->index,
            );
            $plain = new CompanyData(
                $company->id,
                $company->ticker,
                $company->template,
                $company->sector,
                $company->reportingCurrency,
                $company->tradingCurrency,
                $company->facts,
                $company->periodEnds,
                $company->prices,
                $company->index,
            );
            $a = $this->scope($plain, self::TODAY);
            $b = $this->scope($scaled, self::TODAY);
            foreach ($catalogue->all() as $key => $metric) {
                if ($metric->unit->dimension() !== [0.0, 0.0] || $key === 'illiquidity') {
                    continue;
                }
                $x = $a->metric($key);
                $y = $b->metric($key);
                $x instanceof Absence
                    ? $this->assertEquals($x, $y, $key)
                    : $this->assertEqualsWithDelta($x, $y, 1e-9 * max(1.0, abs($x)), "{$company->ticker} {$key}");
            }
        }
    }

    public function test_a_large_universe_has_names_and_tickers_of_its_own(): void
    {
        $profiles = \Simulation\Company\Roster::of(12000, 20260630);
        $tickers = array_map(static fn (\Simulation\Company\Charter $p): string => $p->ticker, $profiles);
        $this->assertCount(12000, array_unique(array_map(static fn (\Simulation\Company\Charter $p): string => $p->name, $profiles)));
        // Two share one, on two exchanges.
        $this->assertCount(11999, array_unique($tickers));
        $this->assertCount(
            12000,
            array_unique(array_map(static fn (\Simulation\Company\Charter $p): string => "{$p->country} {$p->ticker}", $profiles)),
        );
        $this->assertSame([], array_intersect($tickers, Names::RESERVED_TICKERS));
        $this->assertLessThanOrEqual(12, max(array_map('strlen', $tickers)));
    }

    public function test_codes_are_of_the_user_assigned_ranges_and_isins_have_right_check_digits(): void
    {
        foreach (
            DB::table('identifiers')
                ->join('listings', 'listings.security_id', '=', 'identifiers.security_id')
                ->where('listings.main', true)
                ->join('exchanges', 'exchanges.id', '=', 'exchange_id')
                ->get(['identifiers.value as isin', 'country', 'code']) as $row
        ) {
            $this->assertMatchesRegularExpression('/^X[A-Z]$/', $row->country);
            $this->assertStringStartsWith($row->country, $row->isin);
            $this->assertSame($row->isin, Names::isin(substr($row->isin, 0, 2), substr($row->isin, 2, 9)));
        }
    }

    public function test_the_stories_are_in_the_figures(): void
    {
        $of = fn (string $ticker): CompanyScope => $this->scope($this->company($ticker), self::TODAY);
        $this->assertGreaterThan(0.1, $of('BRSW')->metric('return_on_invested_capital'));
        $this->assertEqualsWithDelta(1.0, $of('ORTN')->metric('operating_margin_range_position_10y'), 0.35);
        $this->assertLessThan(0, $of('QSCW')->metric('net_margin'));
        $this->assertSame('not_meaningful', $of('QSCW')->metric('price_to_earnings')->kind->value);
        $this->assertGreaterThan(1.0, $of('MWPR')->metric('payout_ratio'));
        $this->assertLessThan(1.0, $of('MWPR')->metric('adjusted_funds_from_operations_payout'));
        $this->assertGreaterThan(1.0, $of('SKCT')->metric('goodwill_and_intangibles_to_equity'));
        $this->assertLessThan(0, $of('CLMI')->metric('book_value_per_share'));
        $this->assertLessThan(0, $of('EBLP')->metric('enterprise_value'));
        $this->assertGreaterThanOrEqual(9, $of('PGSP')->metric('dividend_years_rising'));
        $this->assertLessThan(-0.01, $of('VRSI')->metric('share_count_change_5y'));
        $this->assertGreaterThan(0.02, $of('CWGW')->metric('accruals_cash_flow'));
        $tax = $of('TVRM');
        $this->assertGreaterThan(0.6, $tax->metric('effective_tax_rate', \Logion\Formula\Moment::of('annual')->completedYear(2)));
        // It stopped reporting inventories; the totals it reports determine them.
        $facts = $of('NSMS')->facts;
        $rest = array_map(static fn (string $line): float => (float) $facts->value($line, 20240), [
            'cash_and_short_term_investments',
            'receivables',
            'prepaid_expenses',
            'other_current_assets',
        ]);
        $this->assertNull($facts->fact('inventories', 20240));
        $this->assertSame(DerivedTotals::DERIVED, $facts->completion('inventories', 20240));
        $this->assertEqualsWithDelta(
            $facts->value('total_current_assets', 20240) - array_sum($rest),
            $facts->value('inventories', 20240),
            1.0,
        );
    }

    private function company(string $ticker): CompanyData
    {
        return $this->app->make(CompanyReader::class)->read($this->companyId($ticker)) ?? $this->fail("There is no {$ticker}.");
    }

    /** @return list<CompanyData> */
    private function companies(): array
    {
        $reader = $this->app->make(CompanyReader::class);

        return array_values(array_filter(array_map($reader->read(...), range(1, self::COMPANIES))));
    }

    private function scope(CompanyData $company, int $asOf): CompanyScope
    {
        return new CompanyScope($company, $asOf, Catalogue::builtIn(), $this->app->make(EconomyReader::class)->read());
    }

    /** @param  list<FiledFact>  $facts */
    private function with(CompanyData $company, array $facts, PriceSeries $prices, bool $planting = false): CompanyData
    {
        // What was observed later is torn out or turned into nonsense like everything else.
        $observations = array_map(static function (array $series) use ($planting): array {
            $kept = array_filter($series['days'], static fn (int $day): bool => $day <= 20230815);
            $values = array_slice($series['values'], 0, count($kept));

            return ['days' => [...$kept, ...$planting ? [20230816] : []], 'values' => [...$values, ...$planting ? [1e12] : []]];
        }, $company->observations);

        $classes = array_map(
            static fn (ShareClass $class): ShareClass => new ShareClass(
                $class->name,
                $planting
                    ? new PriceSeries(
                        [...$class->prices->asOf(20230815)->days, 20230816],
                        [...$class->prices->asOf(20230815)->rawCloses, 1e9],
                    )
                    : $class->prices->asOf(20230815),
                $class->currency,
                $class->entitlement,
                [
                    ...array_values(array_filter($class->counts, static fn (FiledFact $fact): bool => $fact->filedOn <= 20230815)),
                    ...$planting ? [new FiledFact(ShareClass::COUNT, 20232, 1e15, 20230816, 999999)] : [],
                ],
            ),
            $company->otherClasses,
        );

        return new CompanyData(
            $company->id,
            $company->ticker,
            $company->template,
            $company->sector,
            $company->reportingCurrency,
            $company->tradingCurrency,
            $facts,
            $company->periodEnds,
            $prices,
            $company->index,
            $company->expectations,
            $company->filings,
            $observations,
            [],
            $classes,
        );
    }
}
