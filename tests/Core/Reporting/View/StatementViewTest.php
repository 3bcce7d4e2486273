<?php

declare(strict_types=1);

namespace Tests\Core\Reporting\View;

use Logion\Figure\Figure;
use Logion\Reporting\Adjustment\CorrectedBy;
use Logion\Reporting\FactSheet;
use Logion\Reporting\FiledFact;
use Logion\Reporting\LineItems;
use Logion\Reporting\LineKind;
use Logion\Reporting\ReportingModel;
use Logion\Reporting\View\StatementView;
use PHPUnit\Framework\TestCase;
use Tests\Core\InventedFilings;

/** One statement on every basis and in every view, on invented filings. */
final class StatementViewTest extends TestCase
{
    public function test_views_per_share_index_and_half_years(): void
    {
        $years = InventedFilings::years(8);
        $sheet = InventedFilings::sheet($years);
        $this->assertEqualsWithDelta(
            $years[2025]['revenue'] / $years[2025]['basic_shares_average'],
            self::row($sheet, 'income', 'annual', 'per_share', 'revenue')[9]->value(),
            1e-12,
        );
        $index = self::row($sheet, 'income', 'annual', 'index', 'revenue');
        $this->assertSame(100.0, $index[0]->value());
        $this->assertEqualsWithDelta((100 * $years[2025]['revenue']) / $years[2016]['revenue'], $index[9]->value(), 1e-9);
        $halves = StatementView::of(
            self::quarters([20241 => 1.0, 20242 => 2.0, 20243 => 3.0, 20244 => 4.0]),
            'income',
            'half_year',
            'amounts',
        );
        $this->assertSame([20242, 20244], $halves->periods);
        $this->assertSame([3.0, 7.0], array_map(static fn (Figure $f): float => $f->value(), $halves->rows[0]['figures']));
    }

    public function test_shares_of_the_whole_add_up_and_growth_multiplies_to_the_index(): void
    {
        for ($seed = 1; $seed <= 15; $seed++) {
            $years = InventedFilings::years($seed);
            $sheet = InventedFilings::sheet($years);
            $share = static fn (string $line): array => array_map(
                static fn (Figure $f): float => $f->value(),
                self::row($sheet, 'income', 'annual', 'common_size', $line),
            );
            foreach ($share('revenue') as $i => $whole) {
                $this->assertSame(1.0, $whole);
                $this->assertEqualsWithDelta(
                    $share('gross_profit')[$i] - $share('operating_expenses')[$i],
                    $share('operating_income')[$i],
                    1e-12,
                );
            }
            $assets = array_map(
                static fn (string $line): array => array_map(
                    static fn (Figure $f): float => $f->value(),
                    self::row($sheet, 'balance', 'annual', 'common_size', $line),
                ),
                ['total_liabilities', 'total_equity'],
            );
            foreach ($assets[0] as $i => $liabilities) {
                $this->assertEqualsWithDelta(1.0, $liabilities + $assets[1][$i], 1e-9);
            }
            $growth = self::row($sheet, 'income', 'annual', 'growth', 'revenue');
            $this->assertFalse($growth[0]->isKnown());
            $product = array_product(array_map(static fn (Figure $f): float => 1 + $f->value(), array_slice($growth, 1)));
            $this->assertEqualsWithDelta(100 * $product, self::row($sheet, 'income', 'annual', 'index', 'revenue')[9]->value(), 1e-6);
        }
    }

    public function test_four_quarters_are_the_year_on_every_basis(): void
    {
        mt_srand(21);
        for ($round = 0; $round < 20; $round++) {
            $values = [];
            foreach (range(2020, 2024) as $year) {
                foreach ([1, 2, 3, 4] as $quarter) {
                    $values[$year * 10 + $quarter] = (float) mt_rand(10, 900);
                }
            }
            $sheet = self::quarters($values);
            $amounts = static fn (string $basis): array => array_combine(
                StatementView::of($sheet, 'income', $basis, 'amounts', 40)->periods,
                array_map(static fn (Figure $f): float => $f->value(), self::row($sheet, 'income', $basis, 'amounts', 'revenue', 40)),
            );
            $this->assertSame($values, $amounts('quarterly'));
            $keys = array_keys($values);
            $trailing = $amounts('trailing');
            $this->assertSame(array_slice($keys, 3), array_keys($trailing));
            foreach ($trailing as $period => $amount) {
                $this->assertEqualsWithDelta(
                    array_sum(array_slice($values, (int) array_search($period, $keys, true) - 3, 4)),
                    $amount,
                    1e-9,
                );
            }
            foreach ($amounts('half_year') as $period => $amount) {
                $this->assertEqualsWithDelta($values[$period] + $values[$period - 1], $amount, 1e-9);
            }
        }
    }

    public function test_the_latest_periods_are_shown_and_index_starts_with_them(): void
    {
        $sheet = InventedFilings::sheet(InventedFilings::years(9));
        $view = StatementView::of($sheet, 'income', 'annual', 'index', 3);
        $this->assertSame([20230, 20240, 20250], $view->periods);
        $this->assertSame(100.0, self::row($sheet, 'income', 'annual', 'index', 'revenue', 3)[0]->value());
        $this->assertSame([], StatementView::of(InventedFilings::sheet([]), 'balance', 'quarterly', 'amounts')->periods);
    }

    public function test_what_means_nothing_is_said_so_and_never_zero(): void
    {
        $sheet = InventedFilings::sheet([
            2023 => ['revenue' => -5.0, 'net_income' => -2.0, 'total_assets' => 0.0, 'inventories' => 3.0],
            2024 => ['revenue' => 10.0, 'net_income' => 4.0],
        ]);
        foreach (
            [
                ['income', 'growth', 'net_income', 1, 'not_meaningful'],
                ['income', 'common_size', 'net_income', 0, 'not_meaningful'],
                ['balance', 'common_size', 'inventories', 0, 'not_meaningful'],
                ['income', 'per_share', 'net_income', 1, 'missing'],
                ['income', 'growth', 'net_income', 0, 'not_enough_history'],
            ] as [$statement, $view, $line, $i, $kind]
        ) {
            $figure = self::row($sheet, $statement, 'annual', $view, $line)[$i];
            $this->assertSame([false, $kind], [$figure->isKnown(), $figure->absence()?->kind->value], "{$view} of {$line}");
        }
        $this->assertSame(
            100.0,
            self::row($sheet, 'income', 'annual', 'index', 'net_income')[1]->value(),
            'the first positive figure is 100',
        );
    }

    public function test_marks_say_what_is_special_of_a_figure(): void
    {
        $facts = [
            new FiledFact('revenue', 20240, 10.0, 20250301, 1),
            new FiledFact('cost_of_revenue', 20240, 4.0, 20250301, 1),
            new FiledFact('cost_of_revenue', 20240, 5.0, 20250901, 2),
            new FiledFact('revenue', 20240, 11.0, 20250301, 0, new CorrectedBy('misprint')),
        ];
        $sheet = new FactSheet(ReportingModel::Industrial, $facts, [20240 => 20241231], 20260101);
        $rows = [];
        foreach (StatementView::of($sheet, 'income', 'annual', 'amounts', 12, StatementView::restated($facts, 20260101))->rows as $row) {
            $rows[$row['item']->key] = [$row['figures'][0]->value(), $row['marks'][0]];
        }
        $this->assertSame(
            [[11.0, 'corrected'], [5.0, 'restated'], [6.0, 'total']],
            [$rows['revenue'], $rows['cost_of_revenue'], $rows['gross_profit']],
        );
        $this->assertSame([], StatementView::restated($facts, 20250831), 'not restated yet');
    }

    public function test_balances_and_counts_are_those_of_the_end_on_every_basis(): void
    {
        $facts = [];
        foreach ([20241, 20242, 20243, 20244] as $i => $period) {
            $facts[] = new FiledFact('revenue', $period, 10.0, 20250301);
            $facts[] = new FiledFact('inventories', $period, 5.0 + $i, 20250301);
            $facts[] = new FiledFact('shares_outstanding_period_end', $period, 100.0 + $i, 20250301);
        }
        $sheet = new FactSheet(ReportingModel::Industrial, $facts, [], 20250601);
        foreach (['quarterly' => 20243, 'half_year' => 20242, 'trailing' => 20244] as $basis => $period) {
            $quarter = $period % 10;
            $this->assertSame(
                [4.0 + $quarter, 99.0 + $quarter],
                [
                    StatementView::amount($sheet, LineItems::all()['inventories'], $period, $basis),
                    StatementView::amount($sheet, LineItems::all()['shares_outstanding_period_end'], $period, $basis),
                ],
                $basis,
            );
        }
        $this->assertSame(LineKind::Instant, LineItems::all()['inventories']->kind);
    }

    /** @return list<Figure> */
    private static function row(FactSheet $sheet, string $statement, string $basis, string $view, string $line, int $most = 12): array
    {
        return array_values(
            array_filter(
                StatementView::of($sheet, $statement, $basis, $view, $most)->rows,
                static fn (array $r): bool => $r['item']->key === $line,
            ),
        )[0]['figures'];
    }

    /** @param  array<int, float>  $revenue  by quarter */
    private static function quarters(array $revenue): FactSheet
    {
        return new FactSheet(
            ReportingModel::Industrial,
            array_map(
                static fn (int $period, float $value): FiledFact => new FiledFact('revenue', $period, $value, 20250301),
                array_keys($revenue),
                $revenue,
            ),
            [],
            20250601,
        );
    }

    public function test_an_average_of_a_quarter_is_that_quarters_and_a_count_the_latest_known(): void
    {
        $line = 'diluted_shares_average';
        $sheet = new FactSheet(ReportingModel::Industrial, [new FiledFact($line, 20241, 50.0, 20240501)], [], 20250601);
        $amount = static fn (int $period, string $basis): ?float => StatementView::amount($sheet, LineItems::all()[$line], $period, $basis);
        $this->assertSame([50.0, null], [$amount(20241, 'quarterly'), $amount(20242, 'quarterly')]);
        $this->assertSame([50.0, 50.0], [$amount(20241, 'trailing'), $amount(20242, 'trailing')]);
    }

    public function test_what_later_filings_give_differently_is_marked_from_their_day_on(): void
    {
        $facts = [
            new FiledFact('revenue', 20230, 100.0, 20240301, 1),
            new FiledFact('revenue', 20230, 101.0, 20250301, 2),
            new FiledFact('net_income', 20230, 9.0, 20240301, 1),
            new FiledFact('net_income', 20230, 9.0, 20250301, 2),
            new FiledFact('total_assets', 20230, 50.0, 20240301, 1),
            new FiledFact('total_assets', 20230, 60.0, 20240301, 0, new \Logion\Reporting\Adjustment\CorrectedBy('mine')),
        ];
        $this->assertSame([], StatementView::restated($facts, 20250228));
        $this->assertSame(['revenue@20230' => true], StatementView::restated($facts, 20250301));
    }

    public function test_a_line_reported_as_nothing_is_shown_and_one_nobody_reported_is_not(): void
    {
        $sheet = self::quarters([20241 => 0.0, 20242 => 0.0, 20243 => 0.0, 20244 => 0.0]);
        $lines = array_column(array_column(StatementView::of($sheet, 'income', 'quarter', 'amounts')->rows, 'item'), 'key');
        $this->assertContains('revenue', $lines);
        $this->assertNotContains('restructuring_charges', $lines);
    }
}
