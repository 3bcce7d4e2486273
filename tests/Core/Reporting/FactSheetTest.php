<?php

declare(strict_types=1);

namespace Tests\Core\Reporting;

use Logion\Market\CorporateActions;
use Logion\Reporting\Adjustment\CorrectedBy;
use Logion\Reporting\DerivedTotals;
use Logion\Reporting\FactSheet;
use Logion\Reporting\FiledFact;
use Logion\Reporting\Quality\Integrity;
use Logion\Reporting\ReportingModel;
use Logion\Reporting\View\StatementView;
use PHPUnit\Framework\TestCase;

final class FactSheetTest extends TestCase
{
    private const ENDS = [20230 => 20231231, 20240 => 20241231];

    public function test_a_restatement_counts_from_the_day_it_was_filed(): void
    {
        $facts = [new FiledFact('revenue', 20230, 100.0, 20240301, 1), new FiledFact('revenue', 20230, 93.0, 20250612, 2)];
        $this->assertSame(100.0, $this->sheet($facts, 20250611)->value('revenue', 20230));
        $this->assertSame(93.0, $this->sheet($facts, 20250612)->value('revenue', 20230));
        $this->assertNull($this->sheet($facts, 20240229)->value('revenue', 20230));
        $this->assertNull($this->sheet($facts, 20240229)->latestYear());
    }

    public function test_a_correction_takes_precedence_over_a_later_filing(): void
    {
        $sheet = $this->sheet(
            [
                new FiledFact('revenue', 20230, 100.0, 20240301, 1),
                new FiledFact('revenue', 20230, 101.0, 20240401, 0, new CorrectedBy('misprint')),
                new FiledFact('revenue', 20230, 99.0, 20250301, 2),
            ],
            20260101,
        );
        $this->assertSame(101.0, $sheet->value('revenue', 20230));
        $this->assertSame('misprint', $sheet->fact('revenue', 20230)?->correction?->note);
    }

    public function test_counts_and_per_share_figures_are_put_on_the_share_basis_of_the_day(): void
    {
        $facts = [
            new FiledFact('shares_outstanding_period_end', 20230, 10.0, 20240301),
            new FiledFact('earnings_per_share_diluted', 20230, 5.0, 20240301),
            new FiledFact('revenue', 20230, 100.0, 20240301),
        ];
        $actions = new CorporateActions([[20240601, 10.0]]);
        $before = new FactSheet(ReportingModel::Industrial, $facts, self::ENDS, 20240531, $actions->until(20240531));
        $after = new FactSheet(ReportingModel::Industrial, $facts, self::ENDS, 20240601, $actions->until(20240601));
        $this->assertSame(
            [10.0, 5.0],
            [$before->value('shares_outstanding_period_end', 20230), $before->value('earnings_per_share_diluted', 20230)],
        );
        $this->assertSame(
            [100.0, 0.5, 100.0],
            [
                $after->value('shares_outstanding_period_end', 20230),
                $after->value('earnings_per_share_diluted', 20230),
                $after->value('revenue', 20230),
            ],
        );
    }

    public function test_trailing_is_four_quarters_or_the_year_with_its_part_years(): void
    {
        $quarters = [];
        foreach ([20231 => 1, 20232 => 2, 20233 => 3, 20234 => 4, 20241 => 5] as $period => $value) {
            $quarters[] = new FiledFact('revenue', $period, (float) $value, 20240601);
        }
        $this->assertSame(14.0, $this->sheet($quarters, 20250101)->trailing('revenue', 20241));
        $year = [
            new FiledFact('revenue', 20230, 10.0, 20240301),
            new FiledFact('revenue', 20231, 1.0, 20240301),
            new FiledFact('revenue', 20241, 5.0, 20240601),
        ];
        $this->assertSame(14.0, $this->sheet($year, 20250101)->trailing('revenue', 20241));
        unset($quarters[2]);
        $this->assertNull($this->sheet($quarters, 20250101)->trailing('revenue', 20241));
    }

    public function test_completion_fills_totals_and_zeros_but_never_optional_lines(): void
    {
        $values = [
            'revenue' => 100.0,
            'cost_of_revenue' => 60.0,
            'selling_general_administrative' => 20.0,
            'interest_expense' => 2.0,
            'income_tax' => 4.0,
            'total_assets' => 50.0,
            'total_equity' => 30.0,
            'operating_cash_flow' => 9.0,
        ];
        $added = DerivedTotals::fill($values, ReportingModel::Industrial);
        $this->assertSame(
            [40.0, 20.0, 18.0, 14.0, 14.0],
            [
                $values['gross_profit'],
                $values['operating_income'],
                $values['income_before_tax'],
                $values['net_income'],
                $values['net_income_common'],
            ],
        );
        $this->assertSame('total', $added['gross_profit']);
        $this->assertArrayNotHasKey('goodwill', $values, 'No total of assets could show that there is none.');
        $this->assertArrayNotHasKey('research_development', $values);
        $this->assertArrayNotHasKey('long_term_debt', $values, 'Interest without debt lines hides debt: it must stay missing.');
        $this->assertSame(20.0, $values['total_liabilities']);
    }

    public function test_nothing_is_computed_from_nothing(): void
    {
        $values = ['employees' => 5.0];
        $this->assertSame([], DerivedTotals::fill($values, ReportingModel::Industrial));
    }

    public function test_a_total_that_differs_from_its_parts_is_found_and_the_reported_one_used(): void
    {
        $facts = [
            new FiledFact('revenue', 20230, 100.0, 20240301),
            new FiledFact('cost_of_revenue', 20230, 60.0, 20240301),
            new FiledFact('gross_profit', 20230, 45.0, 20240301),
        ];
        $sheet = $this->sheet($facts, 20250101);
        $this->assertSame(45.0, $sheet->value('gross_profit', 20230));
        $findings = Integrity::ofSheet($sheet);
        $this->assertSame(
            ['sum_of_parts', 20230, 'gross_profit', 5.0],
            [$findings[0]->check, $findings[0]->period, $findings[0]->line, $findings[0]->stated - $findings[0]->computed],
        );
        $this->assertSame(
            [],
            Integrity::ofSheet(
                $this->sheet([...array_slice($facts, 0, 2), new FiledFact('gross_profit', 20230, 40.1, 20240301)], 20250101),
            ),
        );
    }

    public function test_views_of_a_statement(): void
    {
        $sheet = $this->sheet(
            [
                new FiledFact('revenue', 20230, 80.0, 20240301),
                new FiledFact('revenue', 20240, 100.0, 20250301),
                new FiledFact('cost_of_revenue', 20230, -1.0, 20240301),
                new FiledFact('cost_of_revenue', 20240, 60.0, 20250301),
            ],
            20250601,
        );
        $cell = static fn (string $view, int $row, int $column): mixed => StatementView::of($sheet, 'income', 'annual', $view)->rows[$row][
            'figures'
        ][$column];
        $this->assertSame(0.6, $cell('common_size', 1, 1)->value());
        $this->assertSame(0.25, $cell('growth', 0, 1)->value());
        $this->assertSame('not_enough_history', $cell('growth', 0, 0)->absence()->kind->value);
        $this->assertSame('not_meaningful', $cell('growth', 1, 1)->absence()->kind->value);
    }

    /** @param  list<FiledFact>  $facts */
    private function sheet(array $facts, int $asOf): FactSheet
    {
        return new FactSheet(ReportingModel::Industrial, $facts, self::ENDS, $asOf);
    }

    public function test_a_sheet_carried_on_from_an_earlier_day_is_the_same_as_a_new_one(): void
    {
        mt_srand(4);
        $facts = [];
        foreach (range(2016, 2025) as $year) {
            foreach ([0, 1, 2, 3, 4] as $quarter) {
                foreach (
                    [
                        'revenue',
                        'gross_profit',
                        'cost_of_revenue',
                        'net_income',
                        'total_assets',
                        'total_equity',
                        'earnings_per_share_diluted',
                        'shares_outstanding_period_end',
                    ] as $line
                ) {
                    if (mt_rand(0, 5) > 0) {
                        $facts[] = new FiledFact(
                            $line,
                            $year * 10 + $quarter,
                            (float) mt_rand(1, 1000),
                            ($year + ($quarter === 0 || $quarter === 4 ? 1 : 0)) * 10000 +
                                100 * max(1, (3 * $quarter) % 12) +
                                mt_rand(1, 28),
                            count($facts),
                        );
                    }
                    if (mt_rand(0, 20) === 0) {
                        $facts[] = new FiledFact(
                            $line,
                            $year * 10 + $quarter,
                            (float) mt_rand(1, 1000),
                            ($year + 2) * 10000 + 615,
                            count($facts),
                        );
                    }
                }
            }
        }
        shuffle($facts);
        $actions = new \Logion\Market\CorporateActions([[20190601, 2.0], [20230301, 0.5]]);
        $earlier = null;
        for ($month = 0; $month < 110; $month++) {
            $day = (2017 + intdiv($month, 12)) * 10000 + (($month % 12) + 1) * 100 + 15;
            $new = new FactSheet(ReportingModel::Industrial, $facts, [], $day, $actions->until($day));
            $carried =
                $earlier?->holdsOn($day, $actions->until($day)) === true
                    ? $earlier
                    : new FactSheet(ReportingModel::Industrial, $facts, [], $day, $actions->until($day), $earlier);
            $this->assertSame(
                [$new->latestYear(), $new->latestQuarter(), $new->firstYear(), $new->periods(), $new->periods(true)],
                [$carried->latestYear(), $carried->latestQuarter(), $carried->firstYear(), $carried->periods(), $carried->periods(true)],
            );
            foreach ($new->periods(true) as $period) {
                foreach (
                    [
                        'revenue',
                        'cost_of_revenue',
                        'gross_profit',
                        'total_liabilities',
                        'earnings_per_share_diluted',
                        'shares_outstanding_period_end',
                    ] as $line
                ) {
                    $this->assertSame(
                        [$new->value($line, $period), $new->completion($line, $period), $new->trailing($line, $period)],
                        [$carried->value($line, $period), $carried->completion($line, $period), $carried->trailing($line, $period)],
                        "{$line} {$period} on {$day}",
                    );
                }
            }
            $earlier = $carried;
        }
    }
}
