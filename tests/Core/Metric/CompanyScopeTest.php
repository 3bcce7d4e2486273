<?php

declare(strict_types=1);

namespace Tests\Core\Metric;

use Logion\Figure\Absence;
use Logion\Figure\Unit;
use Logion\Formula\Moment;
use Logion\Market\Consensus;
use Logion\Market\CorporateActions;
use Logion\Market\Economy;
use Logion\Market\PriceSeries;
use Logion\Metric\Catalogue;
use Logion\Metric\CompanyData;
use Logion\Metric\CompanyScope;
use Logion\Metric\Evaluation\Workings;
use Logion\Reporting\FiledFact;
use Logion\Reporting\ReportingModel;
use Logion\Time\Day;
use PHPUnit\Framework\TestCase;
use Tests\Core\Books;

/** One company on one day: what every kind of name answers. */
final class CompanyScopeTest extends TestCase
{
    public function test_price_multiples_use_the_price_of_the_day_and_the_latest_report(): void
    {
        $scope = $this->scope();
        $this->assertEqualsWithDelta(30.0 / 2.0, $scope->metric('price_to_earnings'), 1e-12);
        $this->assertEqualsWithDelta(300.0, $scope->metric('market_cap'), 1e-12);
        $early = $this->scope(asOf: 20240301);
        $this->assertSame('missing', $early->metric('price_to_earnings')->kind->value, 'Nothing had been filed.');
    }

    public function test_a_multiple_of_a_loss_is_not_meaningful_and_says_when(): void
    {
        $scope = $this->scope(facts: [new FiledFact('earnings_per_share_diluted', 20240, -1.0, 20250301)]);
        $absence = $scope->metric('price_to_earnings');
        $this->assertInstanceOf(Absence::class, $absence);
        $this->assertSame('Not meaningful when earnings_per_share_diluted <= 0.', $absence->sentence());
        $this->assertEqualsWithDelta(-1 / 30, $scope->metric('earnings_yield'), 1e-12, 'A yield of a loss is meaningful.');
    }

    public function test_a_metric_that_does_not_fit_the_business_says_so(): void
    {
        $scope = $this->scope(template: ReportingModel::Bank);
        $this->assertSame('Enterprise value to EBITDA does not apply to a bank.', $scope->metric('ev_to_ebitda')->sentence());
        $this->assertSame('not_applicable', $scope->metric('days_inventory')->kind->value);
    }

    public function test_prices_and_reports_of_different_currencies_meet_at_the_rate_of_their_day(): void
    {
        $economy = new Economy(exchangeRates: ['XVN' => ['days' => [20240101, 20250601], 'values' => [1.25, 1.5]]], baseCurrency: 'XCR');
        $scope = $this->scope(economy: $economy, reporting: 'XVN');
        $this->assertEqualsWithDelta(30.0 / 1.5 / 2.0, $scope->metric('price_to_earnings'), 1e-12);
        $this->assertEqualsWithDelta(30.0, $scope->inCurrency($scope->metric('share_price'), Unit::MoneyPerShare, 'XCR'), 1e-12);
        $this->assertSame(0.2, $scope->inCurrency(0.2, Unit::Percent, 'XCR'));
        $this->assertSame('missing', $scope->inCurrency(1.0, Unit::Money, 'XZZ')->kind->value);
        $this->assertEqualsWithDelta(1 / 1.5, $economy->exchange('XCR', 'XVN', 20260101), 1e-12);
        $this->assertNull($economy->exchange('XVN', 'XCR', 20200101));
    }

    public function test_estimates_are_those_known_on_the_day_for_years_not_yet_reported(): void
    {
        $row = static fn (int $period, int $day, float $mean): array => [
            'line' => 'earnings_per_share_diluted',
            'period' => $period,
            'day' => $day,
            'mean' => $mean,
            'deviation' => 0.1,
            'count' => 4.0,
            'high' => $mean + 1,
            'low' => $mean - 1,
        ];
        $expectations = Consensus::of([
            $row(20250, 20250401, 2.5),
            $row(20240, 20250101, 1.9),
            $row(20250, 20250610, 3.0),
            $row(20250, 20250701, 9.0),
        ]);
        $scope = $this->scope(expectations: $expectations);
        $this->assertEqualsWithDelta(30.0 / 3.0, $scope->metric('forward_price_to_earnings'), 1e-12);
        $this->assertEqualsWithDelta(3.0 / 2.5 - 1, $scope->metric('earnings_revision_30d'), 1e-12);
        $this->assertEqualsWithDelta(0.5, $scope->metric('estimated_earnings_growth_1y'), 1e-12);
        $this->assertSame('missing', $scope->metric('forward_ev_to_ebitda')->kind->value);
        $this->assertSame('missing', $scope->metric('earnings_revision_180d')->kind->value, 'Nobody had estimated that early.');
    }

    public function test_why_nothing_is_expected_is_told(): void
    {
        $reason = static fn (CompanyScope $scope): string => $scope->estimate('revenue', 1, 0, 'mean', Moment::of('trailing'))->sentence();
        $this->assertSame('No analyst estimates this.', $reason($this->scope()));
        $this->assertSame('There is no price.', $reason(Books::scope([2025 => ['revenue' => 1]])));
        $this->assertSame('No report has been published yet.', $reason(Books::scope([], prices: new PriceSeries([20260629], [1.0]))));
    }

    public function test_estimates_of_before_a_split_are_put_on_the_new_basis(): void
    {
        $expectations = Consensus::of([
            [
                'line' => 'earnings_per_share_diluted',
                'period' => 20250,
                'day' => 20250401,
                'mean' => 2.5,
                'deviation' => 0.1,
                'count' => 4.0,
                'high' => 3.0,
                'low' => 2.0,
            ],
        ]);
        $scope = $this->scope(expectations: $expectations, actions: new CorporateActions([[20250501, 5.0]]));
        $this->assertEqualsWithDelta(0.5, $scope->estimate('earnings_per_share_diluted', 1, 0, 'mean', Moment::of('trailing')), 1e-12);
        $this->assertEqualsWithDelta(30.0 / 0.4, $scope->metric('price_to_earnings'), 1e-9);
    }

    public function test_a_surprise_is_measured_against_the_consensus_of_the_day_before(): void
    {
        $at = static fn (int $day, float $mean): array => [
            'line' => 'revenue',
            'period' => 20251,
            'day' => $day,
            'mean' => $mean,
            'deviation' => 1.0,
            'count' => 3.0,
            'high' => $mean,
            'low' => $mean,
        ];
        $scope = $this->scope(
            facts: [new FiledFact('revenue', 20251, 110.0, 20250510)],
            expectations: Consensus::of([$at(20250501, 100.0), $at(20250510, 109.0)]),
        );
        $this->assertEqualsWithDelta(0.1, $scope->metric('revenue_surprise'), 1e-12);
    }

    public function test_market_figures_need_their_window(): void
    {
        $scope = $this->scope();
        $this->assertSame('not_enough_history', $scope->metric('price_change_1_year')->kind->value);
        $this->assertSame('not_enough_history', $scope->metric('beta_raw')->kind->value);
        $this->assertEqualsWithDelta(30 / 29.9 - 1, $scope->metric('price_change_1_day'), 1e-12);
        $this->assertSame(
            'missing',
            (new CompanyScope(
                new CompanyData(1, 'X', ReportingModel::Industrial, '10', 'XCR', 'XCR', [], [], new PriceSeries([], [])),
                20250620,
                Catalogue::builtIn(),
                new Economy(),
            ))->metric('share_price')->kind->value,
        );
    }

    public function test_dividends_indicate_a_year_from_the_latest_and_its_frequency(): void
    {
        $scope = $this->scope(actions: new CorporateActions([], [[20240901, 0.2], [20241201, 0.2], [20250301, 0.2], [20250601, 0.25]]));
        $this->assertEqualsWithDelta(1.0 / 30.0, $scope->metric('indicated_dividend_yield'), 1e-12);
        $this->assertSame(0.0, $this->scope()->metric('indicated_dividend_yield'));
        $this->assertSame('missing', $this->scope()->metric('next_ex_dividend')->kind->value);
    }

    public function test_the_working_shows_each_input_once_down_to_its_filing(): void
    {
        $working = (new Workings($this->scope()))->metric('net_margin');
        $this->assertSame(
            ['Net income for common shareholders', 'Revenue'],
            array_map(static fn ($w): string => $w->label, $working->children),
        );
        $this->assertSame('net_income_common / revenue', $working->formula);
        $this->assertSame(
            ['filing', 'Annual report 2024', '2025-03-01'],
            [$working->children[1]->source?->kind, $working->children[1]->source?->text, $working->children[1]->source?->date],
        );
        $json = json_decode((string) json_encode($working), true);
        $this->assertSame('value', $json['state']);
        $this->assertCount(2, $json['children']);
    }

    public function test_the_working_names_every_missing_piece(): void
    {
        $working = (new Workings($this->scope(facts: [])))->metric('quick_ratio');
        $this->assertFalse($working->figure->isKnown());
        $this->assertNotEmpty(array_filter($working->leaves(), static fn ($leaf): bool => ! $leaf->figure->isKnown()));
    }

    /** @param  list<FiledFact>|null  $facts */
    private function scope(
        ?array $facts = null,
        int $asOf = 20250620,
        ReportingModel $template = ReportingModel::Industrial,
        ?Economy $economy = null,
        string $reporting = 'XCR',
        ?Consensus $expectations = null,
        ?CorporateActions $actions = null,
    ): CompanyScope {
        $report = [
            new FiledFact('revenue', 20240, 100.0, 20250301, 7),
            new FiledFact('net_income', 20240, 20.0, 20250301, 7),
            new FiledFact('earnings_per_share_diluted', 20240, 2.0, 20250301, 7),
            new FiledFact('shares_outstanding_period_end', 20240, 10.0, 20250301, 7),
            new FiledFact('diluted_shares_average', 20240, 10.0, 20250301, 7),
        ];
        if ($facts !== null && $facts !== []) {
            $lines = array_map(static fn (FiledFact $fact): string => $fact->line.$fact->period, $facts);
            $report = [
                ...array_filter($report, static fn (FiledFact $fact): bool => ! in_array($fact->line.$fact->period, $lines, true)),
                ...$facts,
            ];
        }
        $days = array_map(static fn (int $i): int => Day::plus(20250601, $i), range(0, 19));
        $closes = array_map(static fn (int $i): float => 28.1 + 0.1 * $i, range(0, 19));
        $prices = new PriceSeries($days, $closes, null, null, array_fill(0, 20, 1000.0), $actions ?? new CorporateActions());

        return new CompanyScope(
            new CompanyData(
                1,
                'TEST',
                $template,
                '10',
                $reporting,
                'XCR',
                $facts === [] ? [] : $report,
                [20240 => 20241231, 20251 => 20250331],
                $prices,
                null,
                $expectations ?? new Consensus(),
                [7 => 'Annual report 2024'],
            ),
            $asOf,
            Catalogue::builtIn(),
            $economy ?? new Economy(),
        );
    }

    public function test_what_was_expected_a_year_ago_was_of_the_year_after_the_one_before(): void
    {
        $expectations = Consensus::of(
            array_map(
                static fn (int $period, int $day, float $mean): array => [
                    'line' => 'earnings_per_share_diluted',
                    'period' => $period,
                    'day' => $day,
                    'mean' => $mean,
                    'deviation' => 0.1,
                    'count' => 4.0,
                    'high' => $mean,
                    'low' => $mean,
                ],
                [20240, 20250, 20240, 20250, 20260],
                [20231101, 20231101, 20250601, 20250601, 20250601],
                [1.1, 1.2, 1.9, 2.5, 2.8],
            ),
        );
        $days = [20231229, 20241231, 20250616];
        $scope = new CompanyScope(
            new CompanyData(
                1,
                'TEST',
                ReportingModel::Industrial,
                '10',
                'XCR',
                'XCR',
                [
                    new FiledFact('earnings_per_share_diluted', 20230, 1.0, 20240301),
                    new FiledFact('earnings_per_share_diluted', 20240, 2.0, 20250301),
                ],
                [20230 => 20231231, 20240 => 20241231],
                new PriceSeries($days, [10.0, 20.0, 30.0]),
                expectations: $expectations,
            ),
            20250630,
            Catalogue::builtIn(),
            new Economy(),
        );
        $mean = static fn (int $k, Moment $moment): float|Absence => $scope->estimate('earnings_per_share_diluted', $k, 0, 'mean', $moment);
        $this->assertSame([2.5, 2.8], [$mean(1, Moment::of('annual')), $mean(2, Moment::of('annual'))]);
        $this->assertSame([1.1, 1.2], [$mean(1, Moment::of('annual')->yearsAgo(1)), $mean(2, Moment::of('annual')->yearsAgo(1))]);
    }

    public function test_a_dividend_of_400_days_ago_is_the_last_that_says_what_is_paid(): void
    {
        $indicated = static fn (int $lastDay): float|Absence => Books::scope(
            [2024 => ['revenue' => 1.0]],
            asOf: $lastDay,
            prices: new PriceSeries([20250102, $lastDay], [9.0, 10.0], actions: new CorporateActions([], [[20250102, 0.5]])),
        )->market('indicated_annual_dividend', Moment::of('latest'));
        $this->assertSame(0.5, $indicated(Day::plus(20250102, 400)));
        $this->assertSame(0.0, $indicated(Day::plus(20250102, 401)));
    }

    public function test_a_dividend_is_not_known_before_its_day(): void
    {
        $days = [20250102, 20250103];
        $paid = new CorporateActions([], [[20250103, 0.5]]);
        $market = static fn (string $name, Moment $moment): float|Absence => Books::scope(
            [2023 => ['revenue' => 1.0]],
            asOf: 20250103,
            prices: new PriceSeries($days, [9.0, 10.0], actions: $paid),
        )->market($name, $moment);
        $this->assertSame(20250103.0, $market('ex_dividend_date', Moment::of('latest')));
        $this->assertInstanceOf(Absence::class, $market('ex_dividend_date', Moment::of('latest')->daysAgo(1)));
        $this->assertSame(0.0, $market('indicated_annual_dividend', Moment::of('latest')->daysAgo(1)));
    }

    public function test_where_no_rate_is_known_prices_are_taken_as_they_are(): void
    {
        $scope = $this->scope(economy: new Economy(), reporting: 'XVN');
        $this->assertSame(1.0, $scope->priceRate(Moment::of('latest')));
        $this->assertSame(1.0, Books::scope([])->priceRate(Moment::of('latest')));
    }

    public function test_what_is_indicated_is_in_shares_of_today(): void
    {
        $scope = Books::scope(
            [2024 => ['revenue' => 1.0]],
            asOf: 20250310,
            prices: new PriceSeries([20250102, 20250310], [9.0, 5.0], actions: new CorporateActions([[20250201, 2.0]], [[20250102, 0.5]])),
        );
        $this->assertSame(0.25, $scope->market('indicated_annual_dividend', Moment::of('latest')));
    }
}
