<?php

declare(strict_types=1);

namespace Tests\Core\Reporting\View;

use Logion\Reporting\ReportingModel;
use Logion\Reporting\View\Bridge;
use PHPUnit\Framework\TestCase;
use Tests\Core\InventedFilings;

/** Bridges always add up, and breakdowns are held against the totals. */
final class BridgeTest extends TestCase
{
    public function test_the_steps_of_a_bridge_add_up_to_its_end(): void
    {
        for ($seed = 1; $seed <= 30; $seed++) {
            $years = InventedFilings::years($seed);
            if ($seed % 2 === 0) {
                // Something no line explains becomes a step of its own.
                $years[2024]['net_income_common'] -= 7e6;
            }
            $sheet = InventedFilings::sheet($years);
            foreach ([Bridge::income($sheet, 20240), Bridge::freeCashFlow($sheet, 20240)] as $bridge) {
                $this->assertNotNull($bridge);
                $steps = $bridge->steps;
                $end = array_pop($steps);
                $this->assertTrue($end['total'] && $steps[0]['total']);
                $this->assertEqualsWithDelta(
                    $end['amount'],
                    array_sum(array_column($steps, 'amount')),
                    0.5,
                    "seed {$seed}, {$bridge->title}",
                );
            }
            $steps = Bridge::income($sheet, 20240)->steps ?? [];
            $unexplained = array_filter($steps, static fn (array $step): bool => $step['line'] === null);
            $this->assertSame($seed % 2 === 0 ? [-7e6] : [], array_values(array_column($unexplained, 'amount')));
        }
    }

    public function test_no_bridge_without_its_ends(): void
    {
        $years = InventedFilings::years(1);
        unset($years[2024]['revenue'], $years[2024]['gross_profit'], $years[2024]['cost_of_revenue'], $years[2024]['capital_expenditure']);
        $sheet = InventedFilings::sheet($years);
        $this->assertNull(Bridge::income($sheet, 20240));
        $this->assertNull(Bridge::freeCashFlow($sheet, 20240));
    }

    public function test_sources_less_uses_are_the_change_of_cash(): void
    {
        for ($seed = 1; $seed <= 20; $seed++) {
            $flows = Bridge::sourcesAndUses(InventedFilings::sheet(InventedFilings::years($seed)), [20210, 20220, 20230]);
            $this->assertEqualsWithDelta(
                $flows['change'],
                array_sum(array_column($flows['sources'], 'amount')) -
                    array_sum(array_column($flows['uses'], 'amount')) +
                    $flows['unexplained'],
                1.0,
            );
            $this->assertEqualsWithDelta(0.0, $flows['unexplained'], 1.0);
            $amounts = array_column($flows['uses'], 'amount');
            $sorted = $amounts;
            rsort($sorted);
            $this->assertSame($sorted, $amounts);
        }
    }

    /** Written down by hand: nothing is left to a balancing step. */
    public function test_from_net_income_to_free_cash_flow_by_hand(): void
    {
        $lines = [
            'net_income' => 100.0,
            'depreciation_amortization' => 30.0,
            'stock_based_compensation' => 5.0,
            'deferred_income_tax' => 4.0,
            'other_non_cash_items' => 3.0,
            // Working capital grew by 20, which took cash.
            'change_in_working_capital' => 20.0,
            'operating_cash_flow' => 122.0,
            'capital_expenditure' => 40.0,
        ];
        $steps = static fn (array $lines): array => array_map(
            static fn (array $step): array => [$step['label'], $step['amount']],
            Bridge::freeCashFlow(InventedFilings::sheet([2024 => $lines]), 20240)?->steps ?? [],
        );
        $this->assertSame(
            [
                ['Net income including minority interest', 100.0],
                ['Depreciation and amortization, total', 30.0],
                ['Stock-based compensation', 5.0],
                ['Deferred income tax', 4.0],
                ['Other non-cash items', 3.0],
                ['Change in working capital', -20.0],
                ['Capital expenditure', -40.0],
                ['Free cash flow', 82.0],
            ],
            $steps($lines),
        );
        $this->assertContains(['Not explained by the lines reported', 1.0], $steps([...$lines, 'operating_cash_flow' => 123.0]));
        $this->assertNotContains(
            'Not explained by the lines reported',
            array_column($steps([...$lines, 'operating_cash_flow' => 122.5]), 0),
            'half a unit is rounding',
        );
        $this->assertSame([], $steps(array_diff_key($lines, ['capital_expenditure' => 0])));
        $this->assertSame([], $steps(array_diff_key($lines, ['net_income' => 0, 'depreciation_amortization' => 0])));
        $this->assertSame(
            100.0,
            $steps(array_diff_key($lines, ['net_income' => 0]))[0][1],
            'the one part that operating cash flow lacks is determined by it',
        );
    }

    public function test_from_revenue_to_net_income_by_hand_for_every_kind_of_business(): void
    {
        $tail = [
            'income_tax' => -13.0,
            'discontinued_operations' => 2.0,
            'minority_interest_income' => -3.0,
            'preferred_dividends' => -1.0,
        ];
        $expected = [
            'industrial' => [
                'cost_of_revenue' => -500.0,
                'selling_general_administrative' => -200.0,
                'research_development' => -50.0,
                'depreciation_amortization_expense' => -40.0,
                'restructuring_charges' => -11.0,
                'impairment_charges' => -12.0,
                'other_operating_expenses' => -14.0,
                'interest_income' => 6.0,
                'interest_expense' => -31.0,
                'equity_method_income' => 7.0,
                'other_non_operating_income' => 9.0,
            ],
            'bank' => ['non_interest_expense' => -600.0, 'provision_for_credit_losses' => -70.0, 'equity_method_income' => 7.0],
            'insurer' => [
                'claims_incurred' => -500.0,
                'policy_acquisition_costs' => -80.0,
                'underwriting_expenses' => -90.0,
                'insurance_finance_result' => 15.0,
                'interest_expense' => -31.0,
                'other_insurance_expenses' => -21.0,
                'equity_method_income' => 7.0,
            ],
            'property' => [
                'property_operating_costs' => -300.0,
                'general_administrative' => -80.0,
                'depreciation_amortization_expense' => -40.0,
                'impairment_charges' => -12.0,
                'fair_value_change_of_property' => 25.0,
                'gain_on_property_sales' => 18.0,
                'interest_income' => 6.0,
                'interest_expense' => -31.0,
                'equity_method_income' => 7.0,
                'other_non_operating_income' => 9.0,
            ],
        ];
        $addedAsReported = [
            'interest_income',
            'equity_method_income',
            'other_non_operating_income',
            'insurance_finance_result',
            'fair_value_change_of_property',
            'gain_on_property_sales',
            'discontinued_operations',
        ];
        foreach ($expected as $template => $changes) {
            $changes += $tail;
            $lines = ['revenue' => 1000.0, 'net_income_common' => 1000.0 + array_sum($changes)];
            foreach ($changes as $line => $change) {
                $lines[$line] = in_array($line, $addedAsReported, true) ? $change : -$change;
            }
            $bridge = Bridge::income(InventedFilings::sheet([2024 => $lines], ReportingModel::from($template)), 20240);
            $this->assertSame(
                ['revenue' => 1000.0, ...$changes, 'net_income_common' => $lines['net_income_common']],
                array_column(
                    array_map(static fn (array $step): array => [$step['line'] ?? 'unexplained', $step['amount']], $bridge?->steps ?? []),
                    1,
                    0,
                ),
                $template,
            );
        }
    }

    public function test_sources_and_uses_of_cash_by_hand(): void
    {
        $year = [
            'operating_cash_flow' => 100.0,
            'proceeds_from_asset_sales' => 9.0,
            'divestitures' => 8.0,
            'sales_of_investments' => 7.0,
            'debt_issued' => 60.0,
            'shares_issued' => 5.0,
            'capital_expenditure' => 70.0,
            'acquisitions' => 30.0,
            'purchases_of_investments' => 6.0,
            'debt_repaid' => 20.0,
            'lease_principal_paid' => 4.0,
            'shares_repurchased' => 11.0,
            'dividends_paid' => 25.0,
            'other_investing_cash_flow' => -2.0,
            'other_financing_cash_flow' => 3.0,
            'exchange_rate_effect' => -1.0,
            'net_change_in_cash' => 24.0,
        ];
        $flows = Bridge::sourcesAndUses(
            InventedFilings::sheet([2023 => $year, 2024 => [...$year, 'operating_cash_flow' => 90.0, 'net_change_in_cash' => 13.0]]),
            [20230, 20240],
        );
        $this->assertSame(
            [
                'operating_cash_flow' => 190.0,
                'debt_issued' => 120.0,
                'proceeds_from_asset_sales' => 18.0,
                'divestitures' => 16.0,
                'sales_of_investments' => 14.0,
                'shares_issued' => 10.0,
                'other_financing_cash_flow' => 6.0,
            ],
            array_column($flows['sources'], 'amount', 'line'),
        );
        $this->assertSame(
            [
                'capital_expenditure' => 140.0,
                'acquisitions' => 60.0,
                'dividends_paid' => 50.0,
                'debt_repaid' => 40.0,
                'shares_repurchased' => 22.0,
                'purchases_of_investments' => 12.0,
                'lease_principal_paid' => 8.0,
                'other_investing_cash_flow' => 4.0,
                'exchange_rate_effect' => 2.0,
            ],
            array_column($flows['uses'], 'amount', 'line'),
        );
        $this->assertSame([37.0, 1.0], [$flows['change'], $flows['unexplained']]);
        $unknown = Bridge::sourcesAndUses(InventedFilings::sheet([2023 => $year, 2024 => ['operating_cash_flow' => 5.0]]), [20230, 20240]);
        $this->assertSame([null, 0.0], [$unknown['change'], $unknown['unexplained']], 'a year without its change has none to explain');
    }
}
