<?php

declare(strict_types=1);

namespace Tests\Core\Metric;

use Logion\Comparison\OwnMetricDefinition;
use Logion\Figure\Absence;
use Logion\Formula\Moment;
use Logion\Market\Economy;
use Logion\Metric\Catalogue;
use Logion\Metric\CompanyScope;
use Logion\Metric\Evaluation\BatchEvaluator;
use Logion\Metric\Evaluation\LineWorkings;
use Logion\Metric\Evaluation\Workings;
use Logion\Reporting\FiledFact;
use Logion\Time\FiscalPeriod;
use PHPUnit\Framework\TestCase;
use Tests\Core\Books;

/** A metric means the same wherever it is named: its basis is part of it, and a formula that wants another says so. */
final class OneBasisTest extends TestCase
{
    /** Ten quarters of a growing company with a calendar year; the last one reported is the first of 2025. */
    private static function quarters(int $from = 20221, int $to = 20251, array $years = []): CompanyScope
    {
        $more = [];
        $i = 0;
        for ($quarter = $from; $quarter <= $to; $quarter = FiscalPeriod::shiftQuarters($quarter, 1)) {
            $i++;
            $year = intdiv($quarter, 10);
            foreach (
                [
                    'revenue' => 100.0 + 10 * $i,
                    'operating_income' => 10.0 + 2 * $i,
                    'net_income' => 8.0 + $i,
                    'earnings_per_share_diluted' => 0.1 * $i,
                    'diluted_shares_average' => 50.0 + $i,
                    'total_assets' => 1000.0 + $i,
                ] as $line => $value
            ) {
                $more[] = new FiledFact(
                    $line,
                    $quarter,
                    $value,
                    $year * 10000 + 300 * ($quarter % 10) + 210 + ($quarter % 10 === 4 ? 8800 : 0),
                    $quarter,
                );
            }
        }

        return Books::scope($years, $more);
    }

    public function test_a_trailing_metric_in_an_annual_formula_is_that_of_the_year_only_where_it_says_so(): void
    {
        $scope = self::quarters(
            years: array_combine(
                range(2022, 2024),
                array_map(static fn (int $i): array => ['revenue' => 1000.0 * $i, 'operating_income' => 100.0 * $i * $i], [1, 2, 3]),
            ),
        );
        $of = static fn (string $formula): float|Absence => $scope->value($scope->catalogue->parse($formula));
        $this->assertSame($scope->metric('operating_margin'), $of('operating_margin'));
        $this->assertEqualsWithDelta(900 / 3000, $of('annual(operating_margin)'), 1e-12);
        $this->assertEqualsWithDelta(
            ((28 + 30 + 32 + 34 + 0.0 + 12) / (200 + 210 + 220 + 230)) * 0 +
                (4 * 10 + 2 * (10 + 11 + 12 + 13)) / (4 * 100 + 10 * (10 + 11 + 12 + 13)),
            $of('trailing(operating_margin)'),
            1e-12,
        );
        $this->assertEqualsWithDelta((10 + 2 * 13) / (100 + 10 * 13), $of('quarter(operating_margin)'), 1e-12);
        $this->assertEqualsWithDelta(
            (100 / 1000 + 400 / 2000 + 900 / 3000) / 3,
            $of('mean_of(operating_margin, 3)'),
            1e-12,
            'In a window of years every metric is that of the year.',
        );
        $this->assertEqualsWithDelta(400 / 2000, $of('ago(annual(operating_margin), 1)'), 1e-12);
        $this->assertSame(
            $of('trailing(operating_margin)'),
            $of('annual(1) * operating_margin'),
            'Asking for a basis ends with its parentheses.',
        );
    }

    public function test_growth_of_three_years_decides_alike_alone_and_inside_a_condition(): void
    {
        $scope = self::quarters(
            years: array_combine(range(2019, 2024), array_map(static fn (int $i): array => ['revenue' => 100.0 * 1.04 ** $i], range(0, 5))),
        );
        $growth = $scope->metric('revenue_growth_3y');
        $this->assertEqualsWithDelta(0.04, $growth, 1e-12, 'Of fiscal years, though a later quarter was reported.');
        $this->assertSame(0.0, $scope->value($scope->catalogue->parse('revenue_growth_3y > 0.05')));
        $this->assertSame($growth, $scope->value($scope->catalogue->parse('revenue_growth_3y')));
        $this->assertSame($growth, $scope->value($scope->catalogue->parse('ago(revenue_growth_3y, 0)')));
    }

    public function test_trailing_shares_are_the_mean_of_four_quarters_for_figure_and_working(): void
    {
        $scope = self::quarters();
        $item = \Logion\Reporting\LineItems::all()['diluted_shares_average'];
        $this->assertSame(50.0 + (10 + 11 + 12 + 13) / 4, $scope->line($item, Moment::of('trailing')));
        $working = (new Workings($scope))->expression($scope->catalogue->parse('diluted_shares_average'), 'x', $item->unit);
        $this->assertSame([61.5, 'mean of four quarters'], [$working->figure->value(), $working->children[0]->formula]);
        $this->assertCount(4, $working->children[0]->children);
    }

    public function test_where_quarters_begin_the_last_fiscal_year_stands_in_and_says_so(): void
    {
        $scope = self::quarters(20251, 20251, [
            2023 => ['revenue' => 380, 'net_income' => 30],
            2024 => ['revenue' => 400, 'net_income' => 40],
        ]);
        $this->assertSame(0.1, $scope->value($scope->catalogue->parse('net_income / revenue')));
        $this->assertEqualsWithDelta(
            400 / 380 - 1,
            $scope->metric('revenue_growth_1y'),
            1e-12,
            'Against the year before, not against a window that is not there.',
        );
        $leaf = (new Workings($scope))->metric('revenue_growth_1y')->children[0];
        $this->assertStringContainsString('the last fiscal year', (string) $leaf->period);
        $complete = self::quarters(20241, 20251, [2023 => ['revenue' => 380], 2024 => ['revenue' => 400]]);
        $this->assertSame(120.0 + 130 + 140 + 150, $complete->value($complete->catalogue->parse('revenue')));
        $this->assertStringNotContainsString(
            'fiscal year',
            (string) (new Workings($complete))->metric('revenue_growth_1y')->children[0]->period,
        );
    }

    public function test_half_years_are_shown_as_they_were_put_together(): void
    {
        $half = new FiledFact('revenue', 2024 * 10 + FiscalPeriod::FIRST_HALF, 70.0, 20240820, 2);
        $scope = Books::scope([2023 => ['revenue' => 150], 2024 => ['revenue' => 160]], [$half]);
        $item = \Logion\Reporting\LineItems::all()['revenue'];
        $second = (new LineWorkings($scope))->half($item, 20244);
        $this->assertSame([90.0, 'the year − its first half'], [$second->figure->value(), $second->formula]);
        $this->assertSame([160.0, 70.0], array_map(static fn ($child): float => $child->figure->value(), $second->children));
        $fourth = (new LineWorkings($scope))->reported($item, 20244);
        $this->assertFalse($fourth->figure->isKnown(), 'The year is none of its fourth quarter.');
        $quarters = self::quarters();
        $sum = (new LineWorkings($quarters))->half($item, 20244);
        $this->assertSame([$quarters->facts->half('revenue', 20244), 'sum of two quarters'], [$sum->figure->value(), $sum->formula]);
    }

    public function test_amounts_in_a_users_formula_are_in_the_currency_of_the_installation_whoever_asks(): void
    {
        $economy = new Economy(exchangeRates: ['XVN' => ['days' => [20200101], 'values' => [1.3]]], baseCurrency: 'XCR');
        $plain = self::quarters();
        $catalogue = Catalogue::builtIn()->with(
            OwnMetricDefinition::define(Catalogue::builtIn(), 'beyond_costs', 'x', 'formula', 'revenue - 2 * net_income', 'money'),
        );
        $company = new \Logion\Metric\CompanyData(
            1,
            'FRGN',
            $plain->company->template,
            '10',
            'XVN',
            'XCR',
            $plain->company->facts,
            $plain->company->periodEnds,
            $plain->company->prices,
        );
        $scope = new CompanyScope($company, 20260630, $catalogue, $economy);
        $revenue = $scope->line(\Logion\Reporting\LineItems::all()['revenue'], Moment::of('trailing'));
        $this->assertSame($revenue * 1.3, $scope->value($catalogue->parse('revenue')));
        $this->assertSame($revenue, $scope->value($catalogue->parse('revenue'), Moment::of('trailing')));
        $this->assertSame(
            1.0,
            $scope->value($catalogue->parse('revenue > '.(1.2 * $revenue))),
            'A typed amount is in the currency of the installation.',
        );
        $this->assertEqualsWithDelta(
            $scope->value($catalogue->parse('beyond_costs')) / 1.3,
            $scope->metric('beyond_costs'),
            1e-9,
            'Shown in the currency of the reports.',
        );
        $this->assertSame($scope->metric('net_margin'), $scope->value($catalogue->parse('net_margin')));
        $unknown = new CompanyScope($company, 20260630, $catalogue, new Economy(baseCurrency: 'XCR'));
        $this->assertSame('missing', $unknown->value($catalogue->parse('revenue'))->kind->value, 'No rate, no amount.');
    }

    public function test_a_batch_values_each_company_as_it_would_be_alone(): void
    {
        $companies = [
            self::quarters(),
            self::quarters(20231),
            self::quarters(years: [2024 => ['revenue' => 10, 'net_income' => -3]]),
            Books::scope([]),
        ];
        $batch = new BatchEvaluator($companies, Catalogue::builtIn());
        $known = 0;
        foreach (array_keys(Catalogue::builtIn()->all()) as $key) {
            $vector = $batch->metric($key, Moment::ofFormula());
            foreach ($companies as $i => $company) {
                $this->assertEquals($company->value(\Logion\Formula\Node::name($key)), $vector->at($i), "{$key} of company {$i}");
                $known += is_float($vector->at($i)) ? 1 : 0;
            }
        }
        $this->assertGreaterThan(30, $known);
    }
}
