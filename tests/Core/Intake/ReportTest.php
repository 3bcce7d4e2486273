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
            array_intersect_key($map(['Revenues' => 10.0, 'CostOfGoodsSold' => 6.0]), ['revenue' => 1, 'cost_of_revenue' => 1]),
        );
        $this->assertSame(
            7.0,
            $map(['DistributionCosts' => 3.0, 'AdministrativeExpense' => 4.0])['selling_general_administrative'],
            'a signed sum',
        );
        $this->assertSame(3.0, $map(['DistributionCosts' => 3.0])['selling_general_administrative'], 'later parts may be absent');
        $this->assertSame(-5.0, $map(['OtherOperatingIncomeExpenseNet' => 5.0])['other_operating_expenses'], 'the opposite direction');
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
            $this->fact('Revenues', 60.0, 20240101, 20241231, dimensions: ['StatementBusinessSegmentsAxis' => 'WholesaleTradeMember']),
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
        $this->assertSame(['revenue@20244'], array_keys($this->report([$this->fact('Revenues', 28.0, 20241001, 20241231)])->figures));
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
        $this->assertSame([20246, 20247], [(new FiscalCalendar())->heading('H1 2024'), (new FiscalCalendar())->heading('2H24')]);
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
}
