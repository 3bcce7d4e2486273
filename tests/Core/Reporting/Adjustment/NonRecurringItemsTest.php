<?php

declare(strict_types=1);

namespace Tests\Core\Reporting\Adjustment;

use Logion\Market\Economy;
use Logion\Market\PriceSeries;
use Logion\Metric\Catalogue;
use Logion\Metric\CompanyData;
use Logion\Metric\CompanyScope;
use Logion\Metric\Evaluation\Workings;
use Logion\Reporting\Adjustment\CorrectedBy;
use Logion\Reporting\Adjustment\NonRecurringItem;
use Logion\Reporting\Adjustment\NonRecurringItems;
use Logion\Reporting\FactSheet;
use Logion\Reporting\FiledFact;
use Logion\Reporting\LineItems;
use Logion\Reporting\Quality\Integrity;
use Logion\Reporting\ReportingModel;
use Logion\Reporting\Version;
use Logion\Reporting\View\StatementView;
use PHPUnit\Framework\TestCase;
use Tests\Core\InventedFilings;

final class NonRecurringItemsTest extends TestCase
{
    public function test_a_charge_before_tax_comes_out_of_every_total_above_it_and_out_of_the_tax(): void
    {
        $years = InventedFilings::years(1);
        $reported = InventedFilings::sheet($years);
        $adjusted = $this->adjusted($years, [new NonRecurringItem('selling_general_administrative', 20220, 8e6)]);
        $change = static fn (string $line): float => $adjusted->value($line, 20220) - $reported->value($line, 20220);
        $this->assertSame(
            [-8e6, -8e6, 8e6, 8e6, 2e6, 6e6, 6e6],
            array_map($change, [
                'selling_general_administrative',
                'operating_expenses',
                'operating_income',
                'income_before_tax',
                'income_tax',
                'net_income',
                'net_income_common',
            ]),
        );
        $this->assertEqualsWithDelta(6e6 / $years[2022]['basic_shares_average'], $change('earnings_per_share_basic'), 1e-9);
        $this->assertSame([0.0, 0.0, 0.0], array_map($change, ['revenue', 'operating_cash_flow', 'total_assets']));
        $this->assertSame($reported->value('net_income', 20210), $adjusted->value('net_income', 20210));
    }

    public function test_an_amount_after_tax_changes_net_income_by_just_that(): void
    {
        $years = InventedFilings::years(2);
        $before = InventedFilings::sheet($years)->value('net_income', 20220);
        $this->assertEqualsWithDelta(
            $before + 6e6,
            $this->adjusted($years, [new NonRecurringItem('cost_of_revenue', 20220, 6e6, false)])->value('net_income', 20220),
            1e-3,
        );
        $this->assertEqualsWithDelta(
            $before + 6e6,
            $this->adjusted($years, [new NonRecurringItem('income_tax', 20220, 6e6)])->value('net_income', 20220),
            1e-3,
            'a tax charge carries no tax',
        );
    }

    public function test_totals_still_add_up_after_any_marks(): void
    {
        $lines = array_keys(
            array_filter(LineItems::all(), static fn ($item): bool => NonRecurringItems::mayBeMarked($item, ReportingModel::Industrial)),
        );
        for ($seed = 1; $seed <= 40; $seed++) {
            $years = InventedFilings::years($seed);
            mt_srand($seed);
            $marks = [];
            for ($i = 0; $i < 4; $i++) {
                $line = $lines[mt_rand(0, count($lines) - 1)];
                if (isset($years[2021][$line]) && ! LineItems::all()[$line]->isTotal(ReportingModel::Industrial)) {
                    $marks[] = new NonRecurringItem($line, 20210, 1000.0 * mt_rand(-9000, 9000), (bool) mt_rand(0, 1));
                }
            }
            $sheet = $this->adjusted($years, $marks);
            $this->assertSame(
                [],
                array_filter(
                    Integrity::ofSheet($sheet),
                    static fn ($f): bool => $f->check === 'sum_of_parts' && ! str_contains((string) $f->line, 'cash'),
                ),
                "seed {$seed}",
            );
            $taken = array_sum(
                array_map(
                    static fn (NonRecurringItem $m): float => ($m->line === 'income_tax' ? 1 : ($m->beforeTax ? 0.75 : 1.0)) *
                        $m->amount *
                        ($m->line === 'revenue' || $m->line === 'interest_income' ? -1 : 1),
                    $marks,
                ),
            );
            $this->assertEqualsWithDelta(
                InventedFilings::sheet($years)->value('net_income', 20210) + $taken,
                $sheet->value('net_income', 20210),
                1e-3,
            );
        }
    }

    public function test_a_mark_in_a_quarter_counts_in_its_year_and_not_the_other_way_round(): void
    {
        $years = InventedFilings::years(3);
        $facts = InventedFilings::facts($years);
        foreach ([1, 2, 3, 4] as $quarter) {
            $facts[] = new FiledFact('cost_of_revenue', 20220 + $quarter, $years[2022]['cost_of_revenue'] / 4, 20230301, 2022);
        }
        $sheet = static fn (int $period): FactSheet => new FactSheet(
            ReportingModel::Industrial,
            $facts,
            InventedFilings::ends(range(2016, 2025)),
            20260630,
            oneOffs: new NonRecurringItems([new NonRecurringItem('cost_of_revenue', $period, 4e6)], 0.25),
        );
        $this->assertSame($years[2022]['cost_of_revenue'] - 4e6, $sheet(20223)->value('cost_of_revenue', 20220));
        $this->assertSame($years[2022]['cost_of_revenue'] / 4 - 4e6, $sheet(20223)->value('cost_of_revenue', 20223));
        $this->assertSame($years[2022]['cost_of_revenue'] / 4, $sheet(20220)->value('cost_of_revenue', 20223));
    }

    public function test_metrics_follow_and_the_working_shows_the_adjustment(): void
    {
        $years = InventedFilings::years(4);
        $scope = static fn (array $oneOffs): CompanyScope => new CompanyScope(
            new CompanyData(
                1,
                'TEST',
                ReportingModel::Industrial,
                '10',
                'XCR',
                'XCR',
                InventedFilings::facts($years),
                InventedFilings::ends(array_keys($years)),
                new PriceSeries([], []),
                oneOffs: $oneOffs,
            ),
            20260630,
            Catalogue::builtIn(),
            new Economy(),
        );
        $reported = $scope([]);
        $adjusted = $scope([new NonRecurringItem('cost_of_revenue', 20250, 10e6, true, 'Flood of the cellar')]);
        $this->assertEqualsWithDelta(
            $reported->metric('gross_margin') + 10e6 / $years[2025]['revenue'],
            $adjusted->metric('gross_margin'),
            1e-12,
        );
        $leaves = (new Workings($adjusted))->metric('gross_margin')->leaves();
        $text = json_encode($leaves, JSON_THROW_ON_ERROR);
        $this->assertStringContainsString('As reported', $text);
        $this->assertStringContainsString('Flood of the cellar, before tax.', $text);
    }

    public function test_first_reported_leaves_out_restatements_and_corrections(): void
    {
        $facts = [
            new FiledFact('revenue', 20230, 93.0, 20250612, 2),
            new FiledFact('revenue', 20230, 100.0, 20240301, 1),
            new FiledFact('revenue', 20230, 95.0, 20240301, 0, new CorrectedBy('misprint')),
        ];
        $sheet = static fn (Version $version): ?float => (new FactSheet(
            ReportingModel::Industrial,
            $facts,
            [],
            20260101,
            version: $version,
        ))->value('revenue', 20230);
        $this->assertSame([100.0, 95.0], [$sheet(Version::FirstReported), $sheet(Version::Restated)]);
        $this->assertSame(['revenue@20230' => true], StatementView::restated($facts, 20260101));
        $this->assertSame([], StatementView::restated($facts, 20250611));
    }

    public function test_a_figure_struck_out_counts_as_not_reported(): void
    {
        $facts = [
            new FiledFact('revenue', 20230, 100.0, 20240301, 1),
            new FiledFact('inventories', 20230, 5.0, 20240301, 1),
            new FiledFact('inventories', 20230, NAN, 20240301, 0, new CorrectedBy('belongs to another company')),
        ];
        $this->assertNull((new FactSheet(ReportingModel::Industrial, $facts, [], 20260101))->value('inventories', 20230));
    }

    /**
     * @param  array<int, array<string, float>>  $years
     * @param  list<NonRecurringItem>  $marks
     */
    private function adjusted(array $years, array $marks): FactSheet
    {
        return new FactSheet(
            ReportingModel::Industrial,
            InventedFilings::facts($years),
            InventedFilings::ends(array_keys($years)),
            20260630,
            oneOffs: new NonRecurringItems($marks, 0.25),
        );
    }
}
