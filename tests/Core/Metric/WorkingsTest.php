<?php

declare(strict_types=1);

namespace Tests\Core\Metric;

use Logion\Figure\Unit;
use Logion\Figure\Working;
use Logion\Formula\Moment;
use Logion\Market\CorporateActions;
use Logion\Market\Economy;
use Logion\Market\PriceSeries;
use Logion\Metric\Catalogue;
use Logion\Metric\CompanyData;
use Logion\Metric\CompanyScope;
use Logion\Metric\Evaluation\LineWorkings;
use Logion\Metric\Evaluation\Workings;
use Logion\Reporting\Adjustment\CorrectedBy;
use Logion\Reporting\Adjustment\NonRecurringItem;
use Logion\Reporting\FiledFact;
use Logion\Reporting\LineItems;
use Logion\Reporting\ReportingModel;
use Logion\Time\FiscalPeriod;
use PHPUnit\Framework\TestCase;

/** What a reader sees under a figure: every step, its period and where it comes from. */
final class WorkingsTest extends TestCase
{
    public function test_trailing_flows_show_the_quarters_they_are_the_sum_of(): void
    {
        $scope = self::scope([
            20240 => ['revenue' => 100],
            20241 => ['revenue' => 20],
            20242 => ['revenue' => 24],
            20243 => ['revenue' => 26],
            20244 => ['revenue' => 30],
            20251 => ['revenue' => 22],
        ]);
        $this->assertSame(
            <<<'TEXT'
            Revenue 102 [twelve months to Q1 2025 (2025-03-31)] = sum of four quarters
              Revenue 24 [Q2 2024 (2024-06-30)] < Report 20242
              Revenue 26 [Q3 2024 (2024-09-30)] < Report 20243
              Revenue 30 [Q4 2024 (2024-12-31)] < Report 20244
              Revenue 22 [Q1 2025 (2025-03-31)] < Report 20251
            TEXT
            ,
            self::formula($scope, 'revenue'),
        );
    }

    public function test_without_a_fourth_quarter_the_year_and_this_year_to_date_make_it_up(): void
    {
        $scope = self::scope([
            20230 => ['revenue' => 80],
            20231 => ['revenue' => 18],
            20232 => ['revenue' => 19],
            20240 => ['revenue' => 100],
            20241 => ['revenue' => 20],
            20242 => ['revenue' => 24],
            20251 => ['revenue' => 22],
            20252 => ['revenue' => 29],
        ]);
        $this->assertSame(
            <<<'TEXT'
            Revenue 107 [twelve months to Q2 2025 (2025-06-30)] = last fiscal year + this year to date − the same a year before
              Revenue 100 [FY 2024 (2024-12-31)] < Report 20240
              Revenue 22 [Q1 2025 (2025-03-31)] < Report 20251
              Revenue 29 [Q2 2025 (2025-06-30)] < Report 20252
              Revenue 20 [Q1 2024 (2024-03-31)] < Report 20241
              Revenue 24 [Q2 2024 (2024-06-30)] < Report 20242
            TEXT
            ,
            self::formula($scope, 'revenue'),
        );
        $halves = self::scope([
            20230 => ['revenue' => 80],
            20236 => ['revenue' => 37],
            20240 => ['revenue' => 100],
            20246 => ['revenue' => 44],
            20256 => ['revenue' => 51],
        ]);
        $this->assertSame(
            <<<'TEXT'
            Revenue 107 [twelve months to Q2 2025 (2025-06-30)] = last fiscal year + this year to date − the same a year before
              Revenue 100 [FY 2024 (2024-12-31)] < Report 20240
              Revenue 51 [H1 2025 (2025-06-30)] < Report 20256
              Revenue 44 [H1 2024 (2024-06-30)] < Report 20246
            TEXT
            ,
            self::formula($halves, 'revenue'),
        );
        $this->assertSame(
            <<<'TEXT'
            Revenue 56 [H2 2024] = the year − its first half
              Revenue 100 [FY 2024 (2024-12-31)] < Report 20240
              Revenue 44 [H1 2024 (2024-06-30)] < Report 20246
            TEXT
            ,
            self::text((new LineWorkings($halves))->half(LineItems::all()['revenue'], 20244)),
        );
        $this->assertSame(
            'Revenue 51 [H1 2025 (2025-06-30)] < Report 20256',
            self::text((new LineWorkings($halves))->half(LineItems::all()['revenue'], 20252)),
        );
        $this->assertSame(
            'Revenue "Revenue was not reported." [H2 2025]',
            self::text((new LineWorkings($halves))->half(LineItems::all()['revenue'], 20254)),
        );
        $this->assertSame(
            <<<'TEXT'
            Revenue 51 [H1 2025] = sum of two quarters
              Revenue 22 [Q1 2025 (2025-03-31)] < Report 20251
              Revenue 29 [Q2 2025 (2025-06-30)] < Report 20252
            TEXT
            ,
            self::text((new LineWorkings($scope))->half(LineItems::all()['revenue'], 20252)),
        );
    }

    public function test_leaves_are_what_nothing_stands_under_in_reading_order(): void
    {
        $scope = self::scope([20230 => ['revenue' => 80, 'gross_profit' => 30], 20240 => ['revenue' => 100, 'gross_profit' => 45]]);
        $tree = $scope->catalogue->parse('gross_margin - ago(gross_margin, 1)');
        $leaves = (new Workings($scope))->expression($tree, 'x', Unit::Percent, Moment::of('annual'))->leaves();
        $told = array_map(static fn (Working $leaf): string => "{$leaf->label} {$leaf->figure->value()}", $leaves);
        $this->assertSame(['Gross profit 45', 'Revenue 100', 'Gross profit 30', 'Revenue 80'], $told);
        $this->assertSame([$leaves[0]], $leaves[0]->leaves());
    }

    public function test_where_quarters_begin_the_year_stands_and_says_so(): void
    {
        $scope = self::scope([20240 => ['revenue' => 100], 20251 => ['revenue' => 22]]);
        $this->assertSame(
            'Revenue 100 [twelve months to Q4 2024 (2024-12-31), the last fiscal year: the quarters since do not make up a year with '
                .'those before] < Report 20240',
            self::formula($scope, 'revenue'),
        );
        $this->assertSame(
            'Revenue 100 [twelve months to Q4 2024 (2024-12-31)] < Report 20240',
            self::formula(self::scope([20240 => ['revenue' => 100]]), 'revenue'),
        );
    }

    public function test_a_year_shows_its_report_and_averages_of_shares_are_means(): void
    {
        $scope = self::scope([20240 => ['revenue' => 100, 'total_assets' => 500]]);
        $this->assertSame('Revenue 100 [FY 2024 (2024-12-31)] < Report 20240', self::formula($scope, 'revenue', Moment::of('annual')));
        $this->assertSame(
            'Total assets 500 [FY 2024 (2024-12-31)] < Report 20240',
            self::formula($scope, 'total_assets', Moment::of('annual')),
        );
        $quarters = [];
        foreach ([10, 12, 13, 15] as $i => $shares) {
            $quarters[20251 + $i] = ['revenue' => 20, 'diluted_shares_average' => $shares];
        }
        $this->assertSame(
            <<<'TEXT'
            Diluted shares, weighted average 12.5 [twelve months to Q4 2025 (2025-12-31)] = mean of four quarters
              Diluted shares, weighted average 10 [Q1 2025 (2025-03-31)] < Report 20251
              Diluted shares, weighted average 12 [Q2 2025 (2025-06-30)] < Report 20252
              Diluted shares, weighted average 13 [Q3 2025 (2025-09-30)] < Report 20253
              Diluted shares, weighted average 15 [Q4 2025 (2025-12-31)] < Report 20254
            TEXT
            ,
            self::formula(self::scope($quarters), 'diluted_shares_average'),
        );
    }

    public function test_a_metric_shows_its_formula_and_each_input_once(): void
    {
        $scope = self::scope([20230 => ['revenue' => 80, 'gross_profit' => 30], 20240 => ['revenue' => 100, 'gross_profit' => 45]]);
        $this->assertSame(
            <<<'TEXT'
            Gross margin 0.45 [twelve months to Q4 2024 (2024-12-31)] = gross_profit / revenue
              Gross profit 45 [twelve months to Q4 2024 (2024-12-31)] < Report 20240
              Revenue 100 [twelve months to Q4 2024 (2024-12-31)] < Report 20240
            TEXT
            ,
            self::text((new Workings($scope))->metric('gross_margin')),
        );
        $this->assertSame(
            <<<'TEXT'
            Revenue growth, 1 year 0.25 [twelve months to Q4 2024 (2024-12-31)] = growth(revenue, 1)
              Revenue 100 [twelve months to Q4 2024 (2024-12-31)] < Report 20240
              Revenue 80 [twelve months to Q4 2023 (2023-12-31)] < Report 20230
            TEXT
            ,
            self::text((new Workings($scope))->metric('revenue_growth_1y')),
        );
    }

    public function test_totals_nobody_reported_show_their_parts_and_what_was_corrected_says_by_whom(): void
    {
        $correction = new FiledFact('inventories', 20240, 31.0, 20250301, 0, new CorrectedBy('misprint', 'page 7', 'Ada', 20250405));
        $scope = self::scope(
            [20240 => ['cash_and_equivalents' => 12, 'short_term_investments' => 8, 'inventories' => 30, 'total_assets' => 90]],
            [$correction],
        );
        $this->assertSame(
            <<<'TEXT'
            Cash and short-term investments 20 [FY 2024 (2024-12-31)] < Not reported; added up from its parts.
              Cash and equivalents 12 [FY 2024 (2024-12-31)] < Report 20240
              Short-term investments 8 [FY 2024 (2024-12-31)] < Report 20240
            TEXT
            ,
            self::formula($scope, 'cash_and_short_term_investments', Moment::of('annual')),
        );
        $this->assertSame(
            'Inventories 31 [FY 2024 (2024-12-31)] < Corrected by Ada: misprint (page 7)',
            self::formula($scope, 'inventories', Moment::of('annual')),
        );
        $this->assertSame(
            'Trade and other receivables "Trade and other receivables was not reported." [FY 2024 (2024-12-31)]',
            self::formula($scope, 'receivables', Moment::of('annual')),
        );
    }

    public function test_what_was_taken_out_as_a_one_off_is_shown_beside_what_was_reported(): void
    {
        $lines = [
            'revenue' => 100,
            'operating_income' => 20,
            'income_before_tax' => 20,
            'income_tax' => 5,
            'net_income' => 15,
            'net_income_common' => 15,
            'restructuring_charges' => 4,
        ];
        $scope = self::scope(
            [20240 => $lines],
            oneOffs: [new NonRecurringItem('restructuring_charges', 20240, 4.0, true, 'closed a plant')],
        );
        $text = self::formula($scope, 'operating_income', Moment::of('annual'));
        $this->assertSame(
            <<<'TEXT'
            Operating income 24 [FY 2024 (2024-12-31)] = as reported less one-off items
              As reported 20 [FY 2024 (2024-12-31)] < Report 20240
              One-off: Restructuring charges 4 [FY 2024 (2024-12-31)] < closed a plant, before tax.
            TEXT
            ,
            $text,
        );
    }

    public function test_prices_are_of_a_day_and_amounts_are_brought_into_another_currency_with_the_rate(): void
    {
        $scope = self::scope([20240 => ['revenue' => 100, 'shares_outstanding_period_end' => 10]]);
        $this->assertSame(
            <<<'TEXT'
            x 80 [twelve months to Q4 2024 (2024-12-31)] = price * shares_outstanding
              Price 8 [2025-06-27] < Market data of the day.
              Shares outstanding 10 [2025-06-27] < Latest reported shares outstanding, on the share basis of the price.
            TEXT
            ,
            self::whole($scope, 'price * shares_outstanding'),
        );
        $this->assertSame(
            <<<'TEXT'
            x 9 [twelve months to Q4 2024 (2024-12-31)] = high(2)
              high(2) 9 [2025-06-27] < highest price of a window, intraday, today included
            TEXT
            ,
            self::whole($scope, 'high(2)'),
        );
        $foreign = self::scope([20240 => ['revenue' => 100]], reporting: 'XPC');
        $this->assertSame(
            <<<'TEXT'
            x 40 [twelve months to Q4 2024 (2024-12-31)] = revenue
              Revenue 40 [twelve months to Q4 2024 (2024-12-31)] = amount in XPC × exchange rate of XPC into XCR
                Revenue 100 [twelve months to Q4 2024 (2024-12-31)] < Report 20240
                Exchange rate 0.4 [2025-06-30] < XCR for one XPC
            TEXT
            ,
            self::whole($foreign, 'revenue'),
        );
    }

    public function test_a_count_before_a_split_says_that_it_was_put_on_the_basis_after_it(): void
    {
        $scope = self::scope([20240 => ['revenue' => 100, 'shares_outstanding_period_end' => 10]], splits: [[20250601, 3.0]]);
        $this->assertSame(
            'Common shares outstanding at period end 30 [FY 2024 (2024-12-31)] < Report 20240, put on the share basis after a split of 3',
            self::formula($scope, 'shares_outstanding_period_end', Moment::of('annual')),
        );
    }

    /**
     * @param  array<int, array<string, float|int>>  $reports  lines by period
     * @param  list<FiledFact>  $more
     * @param  list<NonRecurringItem>  $oneOffs
     * @param  list<array{int, float}>  $splits
     */
    private static function scope(
        array $reports,
        array $more = [],
        array $oneOffs = [],
        string $reporting = 'XCR',
        array $splits = [],
    ): CompanyScope {
        $facts = $ends = $titles = [];
        foreach ($reports as $period => $lines) {
            $quarter = FiscalPeriod::lastQuarter($period) % 10;
            $ends[$period] = intdiv($period, 10) * 10000 + [1 => 331, 630, 930, 1231][$quarter];
            $titles[$period] = "Report {$period}";
            foreach ($lines as $line => $value) {
                $facts[] = new FiledFact(
                    $line,
                    $period,
                    (float) $value,
                    min(20250601 - 1, intdiv($period, 10) * 10000 + [1 => 501, 801, 1101, 1231][$quarter]),
                    $period,
                );
            }
        }
        $company = new CompanyData(
            1,
            'TEST',
            ReportingModel::Industrial,
            '10',
            $reporting,
            $reporting,
            [...$facts, ...$more],
            $ends,
            new PriceSeries([20250625, 20250626, 20250627], [7.0, 9.0, 8.0], actions: new CorporateActions($splits)),
            null,
            filings: $titles,
            oneOffs: $oneOffs,
        );

        return new CompanyScope(
            $company,
            20250630,
            Catalogue::builtIn(),
            new Economy(exchangeRates: ['XPC' => ['days' => [20200101], 'values' => [0.4]]]),
        );
    }

    /** The working of the first input of a formula: what a name means. */
    private static function formula(CompanyScope $scope, string $name, ?Moment $moment = null): string
    {
        return self::text(
            (new Workings($scope))->expression($scope->catalogue->parse($name), 'x', $scope->catalogue->unit($name), $moment)->children[0],
        );
    }

    private static function whole(CompanyScope $scope, string $formula): string
    {
        $tree = $scope->catalogue->parse($formula);

        return self::text((new Workings($scope))->expression($tree, 'x', $scope->catalogue->unitOf($tree)));
    }

    private static function text(Working $working, string $indent = ''): string
    {
        $absence = $working->figure->absence();
        $value = $absence === null ? sprintf('%g', $working->figure->value()) : '"'.$absence->sentence().'"';
        $line =
            "{$indent}{$working->label} {$value}".
            ($working->period === null ? '' : " [{$working->period}]").
            ($working->formula === null ? '' : " = {$working->formula}").
            ($working->source === null ? '' : " < {$working->source->text}");

        return implode("\n", [
            $line,
            ...array_map(static fn (Working $child): string => self::text($child, $indent.'  '), $working->children),
        ]);
    }
}
