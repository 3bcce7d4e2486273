<?php

declare(strict_types=1);

namespace Tests\Core\ValueMethod;

use Logion\Market\PriceSeries;
use Logion\Valuation\InvalidAssumption;
use Logion\Valuation\MisfitMethod;
use Logion\ValueMethod\Method\DriverCashFlow;
use Logion\ValueMethod\Method\TypedCashFlow;
use Logion\ValueMethod\ValueSheet;
use Logion\ValueMethod\ValueSubject;
use Logion\ValueMethod\Worth;
use PHPUnit\Framework\TestCase;
use Tests\Core\Books;

/** The cash flow from drivers against figures computed by hand, and what has to hold whatever is assumed. */
final class DriverCashFlowTest extends TestCase
{
    /** A company whose last year is round: sales of 1,000, costs of 800, shares of 100. */
    private const YEAR = [
        'revenue' => 1000,
        'cost_of_revenue' => 500,
        'selling_general_administrative' => 200,
        'research_development' => 50,
        'restructuring_charges' => 10,
        'operating_income' => 200,
        'stock_based_compensation' => 30,
        'income_before_tax' => 200,
        'income_tax' => 50,
        'net_income' => 150,
        'net_income_parent' => 150,
        'net_income_common' => 150,
        'depreciation_amortization' => 40,
        'capital_expenditure' => 50,
        'receivables' => 120,
        'inventories' => 80,
        'accounts_payable' => 60,
        'cash_and_short_term_investments' => 90,
        'cash_and_equivalents' => 90,
        'total_debt' => 150,
        'long_term_debt' => 150,
        'short_term_debt' => 0,
        'minority_interest' => 0,
        'preferred_equity' => 0,
        'common_equity' => 700,
        'total_equity' => 700,
        'shares_outstanding_period_end' => 100,
        'diluted_shares_average' => 100,
        'basic_shares_average' => 100,
    ];

    private const PARTS = [
        'Ore' => [2023 => 500.0, 2024 => 550.0, 2025 => 600.0],
        'Salt & Sand' => [2023 => 400.0, 2024 => 400.0, 2025 => 400.0],
    ];

    /** Everything put by hand, so that nothing is left to what a sheet starts with. */
    private const RULES = [
        'growth_ore' => ['rule' => 'own', 'values' => [0.1, 0.05]],
        'growth_salt_sand' => ['rule' => 'own', 'values' => [0.0]],
        'cost_cost_of_revenue' => ['rule' => 'own', 'values' => [0.5, 0.52]],
        'cost_selling_general_administrative' => ['rule' => 'own', 'values' => [0.17]],
        'cost_research_development' => ['rule' => 'own', 'values' => [0.05]],
        'cost_restructuring_charges' => ['rule' => 'own', 'values' => [0.02, 0.0]],
        'cost_stock_based_compensation' => ['rule' => 'own', 'values' => [0.03]],
        'cost_other_costs' => ['rule' => 'own', 'values' => [0.04]],
        'tax' => ['rule' => 'own', 'values' => [0.2, 0.25]],
        'capital_expenditure' => ['rule' => 'own', 'values' => [0.06]],
        'depreciation' => ['rule' => 'own', 'values' => [0.9]],
        'working_capital' => ['rule' => 'own', 'values' => [0.15]],
        'receivables' => ['rule' => 'own', 'values' => [0.13, 0.12]],
        'inventories' => ['rule' => 'own', 'values' => [0.08]],
        'accounts_payable' => ['rule' => 'own', 'values' => [0.06]],
        'discount_rate' => ['rule' => 'own', 'values' => [0.1, 0.09]],
    ];

    private const FIGURES = [
        'years' => 2.0,
        'terminal_growth' => 0.02,
        'return_on_new_capital' => 0.1,
        'exit_multiple' => 8.0,
        'stub' => 1.0,
        'year_end' => 1.0,
        'cash' => 90.0,
        'non_operating_assets' => 0.0,
        'debt' => 150.0,
        'lease_liabilities' => 0.0,
        'pension_deficit' => 0.0,
        'minority_interest' => 0.0,
        'preferred' => 0.0,
        'shares' => 100.0,
    ];

    private function subject(array $parts = self::PARTS): ValueSubject
    {
        $years = [];
        foreach (range(2020, 2025) as $year) {
            $years[$year] = self::YEAR;
        }

        return new ValueSubject(Books::scope($years, prices: new PriceSeries([20260629, 20260630], [20.0, 20.0])), null, [], null, $parts);
    }

    /**
     * @param  array<string, float>  $figures
     * @param  array<string, array<string, mixed>>  $rules
     */
    private function worth(array $figures = [], array $rules = []): Worth
    {
        return ValueSheet::of(
            new DriverCashFlow(),
            $this->subject(),
            [...self::FIGURES, ...$figures],
            [...self::RULES, ...$rules],
            false,
        )->worth();
    }

    /** @return array<string, list<?float>> */
    private static function rows(Worth $worth): array
    {
        return array_column($worth->rows, 'values', 'label');
    }

    public function test_it_is_what_one_computes_by_hand(): void
    {
        $worth = $this->worth();
        $rows = self::rows($worth);
        $this->assertEqualsWithDelta([660.0, 693.0], $rows['Ore'], 1e-9);
        $this->assertEqualsWithDelta([400.0, 400.0], $rows['Salt & Sand'], 1e-9);
        $this->assertEqualsWithDelta([1060.0, 1093.0], $rows['Revenue'], 1e-9);
        // 1 − 0.5 − 0.17 − 0.05 − 0.02 − 0.03 − 0.04 = 0.19, then 0.19 again.
        $income = [1060 * 0.19, 1093 * 0.19];
        $this->assertEqualsWithDelta($income, $rows['Operating profit'], 1e-9);
        $taxes = [0.2 * $income[0], 0.25 * $income[1]];
        $spent = [63.6, 65.58];
        $bound = [0.15 * 60, 0.15 * 33];
        $flows = [];
        foreach ([0, 1] as $i) {
            $flows[] = $income[$i] - $taxes[$i] + 0.9 * $spent[$i] - $spent[$i] - $bound[$i];
        }
        $this->assertEqualsWithDelta($flows, $rows['Free cash flow'], 1e-9);
        $next = ($income[1] - $taxes[1]) * 1.02 * (1 - 0.02 / 0.1);
        $value = $flows[0] / 1.1 + $flows[1] / (1.1 * 1.09) + $next / (0.09 - 0.02) / (1.1 * 1.09);
        $this->assertEqualsWithDelta(($value + 90 - 150) / 100, $worth->centre, 1e-9);
        $this->assertLessThan($worth->centre, $worth->low);
        $this->assertGreaterThan($worth->centre, $worth->high);
        $plain = $flows[0] / 1.1 + $flows[1] / (1.1 * 1.09) + ($flows[1] * 1.02) / 0.07 / (1.1 * 1.09);
        $this->assertEqualsWithDelta(($plain - 60) / 100, $this->worth(['after' => 1.0])->centre, 1e-9);
        $multiple = $flows[0] / 1.1 + $flows[1] / (1.1 * 1.09) + (8 * ($income[1] + 0.9 * $spent[1])) / (1.1 * 1.09);
        $this->assertEqualsWithDelta(($multiple - 60) / 100, $this->worth(['after' => 2.0])->centre, 1e-9);
    }

    public function test_lines_of_costs_follow_a_business_and_working_capital_its_parts(): void
    {
        $rows = self::rows($this->worth(['follows_research_development' => 2.0, 'working_by' => 1.0]));
        $this->assertEqualsWithDelta([20.0, 20.0], $rows['Research and development expense'], 1e-9);
        // Receivables 120, inventories 80, owed 60 in the balance sheet; then 13 and 12, 8, and 6 per cent of sales.
        $after = [1060 * (0.13 + 0.08 - 0.06), 1093 * (0.12 + 0.08 - 0.06)];
        $this->assertEqualsWithDelta([$after[0] - 140, $after[1] - $after[0]], $rows['Bound in working capital'], 1e-9);
    }

    public function test_costs_of_the_past_add_up_to_what_stands_between_sales_and_income(): void
    {
        $sheet = ValueSheet::of(new DriverCashFlow(), $this->subject(), [], [], false);
        $shares = [];
        foreach ($sheet->inputs as $name => $input) {
            if (str_starts_with($name, 'cost_')) {
                $shares[$name] = $input->years->history[2025] ?? null;
            }
        }
        $this->assertEqualsWithDelta(0.8, array_sum($shares), 1e-12);
        $this->assertEqualsWithDelta(
            0.17,
            $shares['cost_selling_general_administrative'],
            1e-12,
            'what is paid in shares is taken out of it',
        );
        $this->assertEqualsWithDelta(0.03, $shares['cost_stock_based_compensation'], 1e-12);
        $this->assertEqualsWithDelta(0.04, $shares['cost_other_costs'], 1e-12, 'what no line tells');
        $this->assertArrayNotHasKey('cost_impairment_charges', $shares, 'a line that was never there is left out');
    }

    public function test_options_are_exercised_at_the_value_and_not_at_the_price(): void
    {
        $plain = $this->worth()->centre;
        $this->assertSame($plain, $this->worth(['options' => 20.0, 'strike' => 100.0])->centre, 'out of the money they change nothing');
        $diluted = $this->worth(['options' => 20.0, 'strike' => 4.0])->centre;
        $this->assertEqualsWithDelta((100 * $plain + 20 * 4.0) / 120, $diluted, 1e-7);
        $this->assertEqualsWithDelta($plain / 2, $this->worth(['shares' => 200.0])->centre, 1e-9, 'twice the shares halve it');
    }

    public function test_what_has_to_hold_whatever_is_assumed(): void
    {
        mt_srand(7);
        for ($i = 0; $i < 40; $i++) {
            $figures = [
                'terminal_growth' => mt_rand(0, 30) / 1000,
                'return_on_new_capital' => mt_rand(60, 200) / 1000,
                'stub' => mt_rand(0, 100) / 100,
                'year_end' => (float) mt_rand(0, 1),
                'after' => (float) mt_rand(0, 2),
                'years' => (float) mt_rand(1, 12),
                'cash' => (float) mt_rand(0, 500),
            ];
            $worth = $this->worth($figures);
            $at = fn (array $more): ?float => $this->worth([...$figures, ...$more])->centre;
            $this->assertEqualsWithDelta($worth->centre + 1.0, $at(['cash' => $figures['cash'] + 100]), 1e-9, 'cash is worth what it is');
            $this->assertEqualsWithDelta($worth->centre - 0.5, $at(['debt' => 200.0]), 1e-9);
            $dearer = $this->worth($figures, ['discount_rate' => ['rule' => 'own', 'values' => [0.11, 0.1]]])->centre;
            $this->assertLessThanOrEqual($worth->centre + 1e-9, $dearer, 'it falls with the rate');
        }
    }

    public function test_what_cannot_be_is_refused_in_words(): void
    {
        foreach (
            [
                [['terminal_growth' => 0.09], []],
                [['shares' => 0.0], []],
                [['years' => 0.5], []],
                [['follows_research_development' => 3.0], []],
                [[], ['growth_gold' => ['rule' => 'consensus']]],
                [[], ['growth_ore' => ['rule' => 'consensus']]],
            ] as [$figures, $rules]
        ) {
            try {
                $this->worth($figures, $rules);
                $this->fail('taken: '.json_encode([$figures, $rules]));
            } catch (InvalidAssumption $refusal) {
                $this->assertNotSame('', $refusal->getMessage());
            }
        }
        $this->expectException(MisfitMethod::class);
        ValueSheet::of(new DriverCashFlow(), new ValueSubject(Books::scope([2025 => ['net_income' => 5]]), null), [], [], false);
    }

    public function test_typed_flows_are_discounted_each_at_its_rate(): void
    {
        $figures = array_diff_key(self::FIGURES, ['return_on_new_capital' => 0]);
        $rules = ['flow' => ['rule' => 'own', 'values' => [100.0, 110.0]], 'discount_rate' => self::RULES['discount_rate']];
        $worth = fn (array $more): ?float => ValueSheet::of(
            new TypedCashFlow(),
            $this->subject(),
            [...$figures, ...$more],
            $rules,
            false,
        )->worth()->centre;
        $forecast = 100 / 1.1 + 110 / (1.1 * 1.09);
        $this->assertEqualsWithDelta(($forecast + (110 * 1.02) / 0.07 / (1.1 * 1.09) - 60) / 100, $worth([]), 1e-9);
        $this->assertEqualsWithDelta(
            ($forecast + (110 * 8) / (1.1 * 1.09) - 60) / 100,
            $worth(['after' => 1.0, 'exit_multiple' => 8.0]),
            1e-9,
        );
        $this->assertEqualsWithDelta(
            (100 / 1.1 ** 0.5 + 110 / (1.1 * 1.09 ** 0.5) + ((110 * 1.02) / 0.07 / (1.1 * 1.09)) * 1.09 ** 0.5 - 60) / 100,
            $worth(['year_end' => 0.0]),
            1e-9,
        );
        $this->expectException(InvalidAssumption::class);
        ValueSheet::of(
            new TypedCashFlow(),
            $this->subject(),
            $figures,
            ['flow' => ['rule' => 'own', 'values' => [100.0, -1.0]]],
            false,
        )->worth();
    }
}
