<?php

declare(strict_types=1);

namespace Tests\Core\Valuation\Forecast;

use Logion\Market\PriceSeries;
use Logion\Valuation\Forecast\EstimatedDrivers;
use Logion\Valuation\Method\CashFlow\DiscountedCashFlow;
use Logion\Valuation\Method\CashFlow\DiscountedCashFlowDefaults;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Core\Books;

/** Estimates put as drivers come out of the sheet as they went in. */
final class EstimatedDriversTest extends TestCase
{
    /** @return iterable<string, array{int}> */
    public static function seeds(): iterable
    {
        foreach (range(1, 20) as $seed) {
            yield "seed {$seed}" => [$seed];
        }
    }

    #[DataProvider('seeds')]
    public function test_the_sheet_has_the_revenue_and_earnings_that_are_expected(int $seed): void
    {
        $chance = new Randomizer(new Mt19937($seed));
        $model = $this->model();
        $years = $chance->getInt(1, $model->years);
        $revenue = $ebitda = [];
        for ($i = 1; $i <= $years; $i++) {
            $revenue[2025 + $i] = 400.0 + $chance->getInt(0, 1500);
            $ebitda[2025 + $i] = $revenue[2025 + $i] * ($chance->getInt(-200, 400) / 1000);
        }
        $before = $model->forecast();
        $sheet = $this->with($model, EstimatedDrivers::of($model, $revenue, $ebitda))->forecast();
        foreach (array_values($revenue) as $i => $value) {
            $this->assertEqualsWithDelta($value, $sheet->revenue[$i], 1e-9 * $value);
            $this->assertEqualsWithDelta($ebitda[2026 + $i], $sheet->ebit[$i] + $sheet->depreciation[$i], 1e-9 * $value);
        }
        for ($i = $years; $i < $model->years; $i++) {
            $this->assertEqualsWithDelta(
                $before->revenue[$i] / $before->revenue[$i - 1],
                $sheet->revenue[$i] / $sheet->revenue[$i - 1],
                1e-12,
                'what was driven before holds afterwards',
            );
        }
    }

    public function test_a_missing_year_is_not_bridged_and_years_that_were_reported_are_nothing(): void
    {
        $model = $this->model();
        $rules = EstimatedDrivers::of($model, [2025 => 5.0, 2026 => 1100.0, 2028 => 9000.0], []);
        $sheet = $this->with($model, $rules)->forecast();
        $this->assertSame(['revenue_growth'], array_keys($rules));
        $this->assertEqualsWithDelta(1100.0, $sheet->revenue[0], 1e-9);
        $this->assertLessThan(1500.0, $sheet->revenue[2]);
        $this->assertSame([], EstimatedDrivers::of($model, [2027 => 1100.0], [2024 => 3.0]));
    }

    public function test_earnings_alone_change_the_margin_on_the_revenue_of_the_sheet(): void
    {
        $model = $this->model();
        $rules = EstimatedDrivers::of($model, [], [2026 => 77.0]);
        $sheet = $this->with($model, $rules)->forecast();
        $this->assertSame(['operating_margin'], array_keys($rules));
        $this->assertEqualsWithDelta(77.0, $sheet->ebit[0] + $sheet->depreciation[0], 1e-9);
        $this->assertSame($model->forecast()->revenue, $sheet->revenue);
    }

    /** @param  array<string, \Logion\Valuation\Forecast\DriverRule>  $rules */
    private function with(DiscountedCashFlow $model, array $rules): DiscountedCashFlow
    {
        foreach ($rules as $name => $rule) {
            $model = $model->withDriver($name, $rule);
        }

        return $model;
    }

    private function model(): DiscountedCashFlow
    {
        $years = [];
        foreach ([2023 => 900, 2024 => 960, 2025 => 1000] as $year => $revenue) {
            $years[$year] = [
                'revenue' => $revenue,
                'cost_of_revenue' => 0.6 * $revenue,
                'selling_general_administrative' => 0.25 * $revenue,
                'depreciation_amortization' => 0.04 * $revenue,
                'capital_expenditure' => 0.05 * $revenue,
                'total_assets' => 900,
                'total_equity' => 500,
                'shares_outstanding_period_end' => 50,
                'diluted_shares_average' => 51,
            ];
        }

        return DiscountedCashFlowDefaults::for(Books::scope($years, prices: new PriceSeries([20260629, 20260630], [18.0, 18.0])));
    }
}
