<?php

declare(strict_types=1);

namespace Tests\Core\Intake;

use Logion\Intake\Concepts;
use Logion\Intake\FiscalCalendar;
use Logion\Intake\Report;
use Logion\Intake\ReportedFact;
use Logion\Reporting\LineItems;
use Logion\Reporting\ReportingModel;
use PHPUnit\Framework\TestCase;

/** Facts of an XBRL report become statement lines. */
final class ReportTest extends TestCase
{
    public function test_concepts_of_both_taxonomies_become_lines(): void
    {
        $map = static fn (array $values, ReportingModel $template = ReportingModel::Industrial): array => array_map(
            static fn (array $f): float => $f['value'],
            (new Concepts())->map($values, $template)['lines'],
        );
        $this->assertSame(
            ['revenue' => 10.0, 'cost_of_revenue' => 6.0],
            array_intersect_key($map(['Revenues' => 10.0, 'CostOfGoodsSold' => 6.0]), [
                'revenue' => 1,
                'cost_of_revenue' => 1,
            ]),
        );
        $this->assertSame(
            7.0,
            $map(['DistributionCosts' => 3.0, 'AdministrativeExpense' => 4.0])['selling_general_administrative'],
            'a signed sum',
        );
        $this->assertSame(
            3.0,
            $map(['DistributionCosts' => 3.0])['selling_general_administrative'],
            'later parts may be absent',
        );
        $this->assertSame(
            -5.0,
            $map(['OtherOperatingIncomeExpenseNet' => 5.0])['other_operating_expenses'],
            'the opposite direction',
        );
        $this->assertSame(
            10.0,
            $map(['Revenues' => 10.0, 'RevenueFromContractWithCustomerExcludingAssessedTax' => 9.0])['revenue'],
            'the first alternative counts',
        );
        $this->assertArrayNotHasKey('deposits', $map(['Deposits' => 5.0]));
        $this->assertArrayHasKey('deposits', $map(['Deposits' => 5.0], ReportingModel::Bank));
    }

    public function test_unknown_concepts_are_listed_and_an_own_mapping_is_used(): void
    {
        $this->assertSame(
            ['HarbourDues'],
            (new Concepts())->map(
                ['HarbourDues' => 4.0, 'Revenues' => 1.0, 'RevenueFromContractWithCustomerExcludingAssessedTax' => 1.0],
                ReportingModel::Industrial,
            )['unmapped'],
        );
        $own = (new Concepts(['HarbourDues' => 'other_operating_expenses', 'Bells' => '']))->map(
            ['HarbourDues' => 4.0, 'Bells' => 1.0],
            ReportingModel::Industrial,
        );
        $this->assertSame([4.0, []], [$own['lines']['other_operating_expenses']['value'], $own['unmapped']]);
    }

    public function test_years_quarters_parts_of_a_year_and_balances(): void
    {
        $report = $this->report([
            $this->fact('Revenues', 100.0, 20240101, 20241231),
            $this->fact('Revenues', 20.0, 20240101, 20240331),
            $this->fact('Revenues', 45.0, 20240101, 20240630),
            $this->fact('Revenues', 72.0, 20240101, 20240930),
            $this->fact('Assets', 500.0, null, 20241231),
            $this->fact('Assets', 480.0, null, 20240930),
        ]);
        $this->assertSame(
            [
                'revenue@20240' => 100.0,
                'total_assets@20240' => 500.0,
                'revenue@20241' => 20.0,
                'revenue@20242' => 25.0,
                'revenue@20243' => 27.0,
                'total_assets@20243' => 480.0,
            ],
            array_map(static fn (array $f): float => $f['value'], $report->figures),
        );
        $this->assertSame([], $report->refused);
    }

    public function test_of_two_facts_that_agree_the_more_exact_counts_and_two_that_contradict_are_refused(): void
    {
        $exact = $this->report([
            $this->fact('Assets', 5_000_000.0, null, 20241231, decimals: -6),
            $this->fact('Assets', 5_123_456.0, null, 20241231, decimals: 0),
        ]);
        $this->assertSame(5_123_456.0, $exact->figures['total_assets@20240']['value']);
        $contradicting = $this->report([
            $this->fact('Assets', 5_000_000.0, null, 20241231, decimals: 0),
            $this->fact('Assets', 7_000_000.0, null, 20241231, decimals: 0),
            $this->fact('Liabilities', 1.0, null, 20241231),
        ]);
        $this->assertSame(['total_liabilities@20240'], array_keys($contradicting->figures));
        $this->assertStringContainsString('is given twice', $contradicting->refused[0]['reason']);
    }

    public function test_segments_other_currencies_and_odd_periods(): void
    {
        $report = $this->report([
            $this->fact(
                'Revenues',
                60.0,
                20240101,
                20241231,
                dimensions: ['StatementBusinessSegmentsAxis' => 'WholesaleTradeMember'],
            ),
            $this->fact(
                'Revenues',
                40.0,
                20240101,
                20241231,
                dimensions: ['SegmentsAxis' => 'FerriesMember', 'ConsolidationItemsAxis' => 'OperatingSegmentsMember'],
            ),
            $this->fact('Revenues', 30.0, 20240101, 20241231, dimensions: ['StatementGeographicalAxis' => 'NorthMember']),
            $this->fact('Revenues', 5.0, 20240101, 20241231, dimensions: ['HedgingAxis' => 'X']),
            $this->fact('Revenues', 1.0, 20240101, 20241231, unit: 'XVN'),
            $this->fact('Revenues', 1.0, 20240101, 20240215),
        ]);
        $this->assertSame(
            [['business', 'Wholesale trade', 60.0], ['business', 'Ferries', 40.0], ['region', 'North', 30.0]],
            array_map(static fn (array $b): array => [$b['axis'], $b['member'], $b['value']], $report->breakdowns),
        );
        $this->assertSame([], $report->figures);
        $this->assertCount(2, $report->refused);
        $this->assertStringContainsString('the company reports in XCR', $report->refused[0]['reason']);
    }

    public function test_what_a_fourth_quarter_repeats_of_its_year_is_the_years_and_balances_of_segments_too(): void
    {
        // Shares of a fourth quarter are averages of their own; a balance at its end is the year's.
        $report = $this->report([
            $this->fact('Revenues', 100.0, 20240101, 20241231),
            $this->fact('Revenues', 28.0, 20241001, 20241231),
            $this->fact('WeightedAverageNumberOfDilutedSharesOutstanding', 50.0, 20240101, 20241231, unit: 'shares'),
            $this->fact('WeightedAverageNumberOfDilutedSharesOutstanding', 52.0, 20241001, 20241231, unit: 'shares'),
            $this->fact('Assets', 500.0, null, 20241231),
            $this->fact('Assets', 70.0, null, 20241231, ['SegmentsAxis' => 'FerriesMember']),
            $this->fact('Assets', 60.0, null, 20240930, ['SegmentsAxis' => 'FerriesMember']),
        ]);
        $figures = array_map(static fn (array $figure): float => $figure['value'], $report->figures);
        ksort($figures);
        $this->assertSame(
            [
                'diluted_shares_average@20240' => 50.0,
                'diluted_shares_average@20244' => 52.0,
                'revenue@20240' => 100.0,
                'revenue@20244' => 28.0,
                'total_assets@20240' => 500.0,
            ],
            $figures,
        );
        $this->assertSame(
            [[20240, 70.0], [20243, 60.0]],
            array_map(static fn (array $b): array => [$b['period'], $b['value']], $report->breakdowns),
        );
        // Without the year, what the fourth quarter gives is all there is.
        $this->assertSame(
            ['revenue@20244'],
            array_keys($this->report([$this->fact('Revenues', 28.0, 20241001, 20241231)])->figures),
        );
    }

    public function test_every_line_that_has_a_concept_is_found_again_by_it(): void
    {
        $checked = 0;
        foreach (LineItems::all() as $key => $item) {
            foreach (['ifrs', 'us_gaap'] as $taxonomy) {
                $concept = Concepts::of($item, $taxonomy);
                if ($concept === null) {
                    continue;
                }
                $lines = (new Concepts())->map([$concept => 12.5], $item->templates[0])['lines'];
                if ($key === 'depreciation_amortization_expense') {
                    $this->assertArrayNotHasKey($key, $lines, 'alone it may be inside other expenses');

                    continue;
                }
                $this->assertSame(12.5, abs($lines[$key]['value'] ?? NAN), "{$key} by {$concept}");
                $checked++;
            }
        }
        $this->assertGreaterThan(150, $checked);
    }

    public function test_who_reports_half_years_only_keeps_them_and_has_trailing_figures(): void
    {
        $report = $this->report([
            $this->fact('Revenues', 100.0, 20240101, 20241231),
            $this->fact('Revenues', 45.0, 20240101, 20240630),
            $this->fact('Revenues', 55.0, 20240701, 20241231),
            $this->fact('Revenues', 60.0, 20250101, 20250630),
            $this->fact('Assets', 7.0, null, 20250630),
            $this->fact('CostOfRevenue', 9.0, 20240101, 20240930),
        ]);
        $this->assertSame(
            [
                'revenue@20240' => 100.0,
                'revenue@20246' => 45.0,
                'revenue@20247' => 55.0,
                'total_assets@20252' => 7.0,
                'revenue@20256' => 60.0,
            ],
            array_map(static fn (array $f): float => $f['value'], $report->figures),
        );
        $this->assertStringContainsString('cannot be made a quarter', $report->refused[0]['reason']);
        $facts = [];
        foreach ($report->figures as $key => $figure) {
            [$line, $period] = explode('@', $key);
            $facts[] = new \Logion\Reporting\FiledFact($line, (int) $period, $figure['value'], 20250901);
        }
        $sheet = new \Logion\Reporting\FactSheet(ReportingModel::Industrial, $facts, [], 20260101);
        $this->assertSame(
            [20252, true, 115.0, 60.0, 55.0, 7.0],
            [
                $sheet->latestQuarter(),
                $sheet->reportsHalfYears(),
                $sheet->trailing('revenue', 20252),
                $sheet->half('revenue', 20252),
                $sheet->half('revenue', 20244),
                $sheet->instant('total_assets', 20252),
            ],
        );
        $halves = \Logion\Reporting\View\StatementView::of($sheet, 'income', 'half_year', 'amounts');
        $this->assertSame(
            [[20242, 20244, 20252], [45.0, 55.0, 60.0]],
            [$halves->periods, array_map(static fn ($f): float => $f->value(), $halves->rows[0]['figures'])],
        );
        $this->assertSame(
            [20246, 20247],
            [(new FiscalCalendar())->heading('H1 2024'), (new FiscalCalendar())->heading('2H24')],
        );
        $this->assertSame([20240630, 20241231], [(new FiscalCalendar())->end(20246), (new FiscalCalendar())->end(20247)]);
    }

    /** @param  list<ReportedFact>  $facts */
    private function report(array $facts): Report
    {
        $report = new Report(new FiscalCalendar(12), new Concepts(), ReportingModel::Industrial, 'XCR');
        foreach ($facts as $fact) {
            $report->add($fact);
        }

        return $report->close();
    }

    /** @param  array<string, string>  $dimensions */
    private function fact(
        string $concept,
        float $value,
        ?int $start,
        int $end,
        array $dimensions = [],
        string $unit = 'XCR',
        ?int $decimals = null,
    ): ReportedFact {
        return new ReportedFact($concept, $value, $unit, $start, $end, $dimensions, $decimals, 'somewhere');
    }

    public function test_only_consolidated_facts_make_the_statements_and_parts_go_where_they_belong(): void
    {
        $of = fn (float $value, array $dimensions): ReportedFact => $this->fact(
            'Revenues',
            $value,
            20240101,
            20241231,
            $dimensions,
        );
        $report = $this->report([
            $of(100.0, []),
            $of(70.0, [
                'StatementBusinessSegmentsAxis' => 'FerriesMember',
                'ConsolidationItemsAxis' => 'OperatingSegmentsMember',
            ]),
            $of(45.0, ['SegmentsAxis' => 'HarboursMember']),
            $of(115.0, ['ConsolidationItemsAxis' => 'OperatingSegmentsMember']),
            $of(-15.0, ['ConsolidationItemsAxis' => 'IntersegmentEliminationMember']),
            $of(-15.0, ['SegmentsAxis' => 'EliminationOfIntersegmentAmountsMember']),
            $of(3.0, ['StatementBusinessSegmentsAxis' => 'CorporateAndOtherMember']),
            $of(30.0, ['LegalEntityAxis' => 'QuillSoundSubsidiaryMember']),
            $of(20.0, ['ConsolidatedAndSeparateFinancialStatementsAxis' => 'SeparateMember']),
            $of(100.0, ['ConsolidatedAndSeparateFinancialStatementsAxis' => 'ConsolidatedMember']),
            $of(60.0, ['StatementGeographicalAxis' => 'NorthCoastMember']),
            $of(5.0, ['MajorCustomersAxis' => 'CustomerAMember']),
            $of(8.0, ['StatementGeographicalAxis' => 'NorthCoastMember', 'ProductOrServiceAxis' => 'TicketsMember']),
            $of(12.0, ['ProductOrServiceAxis' => 'TicketsMember']),
        ]);
        $this->assertSame(
            ['revenue@20240' => 100.0],
            array_map(static fn (array $figure): float => $figure['value'], $report->figures),
        );
        $this->assertSame([], $report->refused);
        $this->assertSame(
            [
                ['business', 'Ferries', 70.0],
                ['business', 'Harbours', 45.0],
                ['region', 'North coast', 60.0],
                ['business', 'Tickets', 12.0],
            ],
            array_map(
                static fn (array $part): array => [$part['axis'], $part['member'], $part['value']],
                $report->breakdowns,
            ),
        );
        $this->assertSame(
            [
                'all segments together, before eliminations' => 1,
                'eliminations and items between segments and the whole' => 3,
                'single companies of the group' => 1,
                'separate statements of the parent' => 1,
                'parts by Major customers' => 1,
                'parts by several dimensions at once' => 1,
            ],
            $report->leftOut,
        );
    }

    public function test_an_expense_inside_others_is_not_added_again(): void
    {
        $map = static fn (array $values): array => array_map(
            static fn (array $figure): float => $figure['value'],
            array_intersect_key((new Concepts())->map($values, ReportingModel::Industrial)['lines'], [
                'depreciation_amortization_expense' => 1,
                'impairment_charges' => 1,
                'research_development' => 1,
                'depreciation_amortization' => 1,
            ]),
        );
        $base = ['Revenues' => 100.0, 'CostOfRevenue' => 60.0, 'SellingGeneralAndAdministrativeExpense' => 15.0];
        $this->assertSame(
            ['depreciation_amortization' => 10.0],
            $map([...$base, 'DepreciationDepletionAndAmortization' => 10.0, 'OperatingIncomeLoss' => 25.0]),
            'inside the cost lines',
        );
        $this->assertSame(
            ['depreciation_amortization_expense' => 10.0, 'depreciation_amortization' => 10.0],
            $map([...$base, 'DepreciationDepletionAndAmortization' => 10.0, 'OperatingIncomeLoss' => 15.0]),
            'a line of its own',
        );
        $this->assertSame(
            ['research_development' => 8.0, 'depreciation_amortization' => 10.0],
            $map([
                ...$base,
                'DepreciationDepletionAndAmortization' => 10.0,
                'ResearchAndDevelopmentExpense' => 8.0,
                'AssetImpairmentCharges' => 2.0,
                'OperatingIncomeLoss' => 17.0,
            ]),
            'of several only those the operating income needs',
        );
        $this->assertSame(
            ['depreciation_amortization' => 10.0],
            $map(['DepreciationAndAmortisationExpense' => 10.0, 'Revenue' => 100.0, 'CostOfSales' => 60.0]),
            'without an operating income nothing tells',
        );
    }

    public function test_debt_and_its_current_part_in_both_taxonomies(): void
    {
        $map = static fn (array $values): array => array_map(
            static fn (array $figure): float => $figure['value'],
            array_intersect_key((new Concepts())->map($values, ReportingModel::Industrial)['lines'], [
                'short_term_debt' => 1,
                'long_term_debt' => 1,
            ]),
        );
        foreach (
            [
                [
                    ['LongTermDebt' => 50.0, 'LongTermDebtCurrent' => 8.0],
                    ['short_term_debt' => 8.0, 'long_term_debt' => 42.0],
                ],
                [
                    ['LongTermDebtNoncurrent' => 42.0, 'LongTermDebtCurrent' => 8.0, 'ShortTermBorrowings' => 5.0],
                    ['short_term_debt' => 13.0, 'long_term_debt' => 42.0],
                ],
                [
                    ['LongTermDebtNoncurrent' => 42.0, 'CommercialPaper' => 3.0, 'LongTermDebtCurrent' => 8.0],
                    ['short_term_debt' => 11.0, 'long_term_debt' => 42.0],
                ],
                [['LongTermDebtAndCapitalLeaseObligationsCurrent' => 7.0], ['short_term_debt' => 7.0]],
                [
                    ['LongtermBorrowings' => 42.0, 'CurrentPortionOfLongtermBorrowings' => 8.0],
                    ['short_term_debt' => 8.0, 'long_term_debt' => 42.0],
                ],
                [
                    ['ShorttermBorrowings' => 5.0, 'CurrentPortionOfLongtermBorrowings' => 8.0],
                    ['short_term_debt' => 13.0],
                ],
            ] as [$values, $expected]
        ) {
            $this->assertSame($expected, $map($values), (string) json_encode($values));
        }
    }

    public function test_shares_of_the_cover_stand_for_those_at_the_end_and_are_marked(): void
    {
        $cover = static fn (float $count, int $day, array $dimensions = []): ReportedFact => new ReportedFact(
            'EntityCommonStockSharesOutstanding',
            $count,
            'shares',
            null,
            $day,
            $dimensions,
        );
        $revenue = $this->fact('Revenues', 100.0, 20240101, 20241231);
        $average = new ReportedFact('WeightedAverageNumberOfSharesOutstandingBasic', 49.0, 'shares', 20240101, 20241231);
        $shares = fn (ReportedFact ...$facts): array => $this->report([$revenue, $average, ...$facts])->figures[
            'shares_outstanding_period_end@20240'
        ] ?? [];
        $this->assertSame(
            [50.0, true],
            [$shares($cover(50.0, 20250214))['value'], $shares($cover(50.0, 20250214))['derived']],
        );
        $this->assertStringContainsString('of 2025-02-14, on the cover', $shares($cover(50.0, 20250214))['from']);
        $classes = [
            $cover(30.0, 20250214, ['StatementClassOfStockAxis' => 'CommonClassAMember']),
            $cover(12.0, 20250214, ['StatementClassOfStockAxis' => 'CommonClassBMember']),
        ];
        $this->assertSame(42.0, $shares(...$classes)['value'], 'all classes together');
        $this->assertSame(
            51.0,
            $shares(
                $cover(50.0, 20250214),
                new ReportedFact('CommonStockSharesOutstanding', 51.0, 'shares', null, 20241231),
            )['value'],
        );
        $this->assertSame([49.0, true], [$shares()['value'], $shares()['derived']], 'the average, for want of a count');
        $this->assertSame(49.0, $shares($cover(50.0, 20231231))['value'], 'a cover of an earlier report');
    }

    public function test_what_has_no_part_of_the_year_before_it_is_told_with_its_year(): void
    {
        $report = $this->report([$this->fact('Revenues', 90.0, 20240101, 20240930)]);
        $this->assertSame([], $report->figures);
        $this->assertSame('the facts since the start of 2024', $report->refused[0]['place']);
        $this->assertStringContainsString('1 figures up to Q3 2024 cannot be made a quarter', $report->refused[0]['reason']);
    }
}
