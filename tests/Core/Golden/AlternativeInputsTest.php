<?php

declare(strict_types=1);

namespace Tests\Core\Golden;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Inputs that may be given in another way, or left out, mean the same as what they stand for. */
final class AlternativeInputsTest extends TestCase
{
    private const FLOWS = [
        'fcff_0' => 100.0,
        'years' => 4,
        'growth' => 0.05,
        'wacc' => 0.09,
        'terminal_growth' => 0.02,
        'convention' => 'mid_year',
        'bridge' => ['cash' => 10, 'debt' => 40],
        'shares' => 10,
    ];

    private const PATH = [
        'eps_0' => 2.0,
        'net_income_growth' => [0.1, 0.08, 0.05],
        'share_change' => -0.02,
        'payout' => 0.4,
        'exit_pe' => 14,
        'required_return' => 0.09,
        'price' => 30,
    ];

    private const TRUST = [
        'ffo_per_unit' => 2.0,
        'affo_per_unit' => 1.7,
        'ffo_multiple' => 15,
        'affo_multiple' => 17,
        'noi' => 120,
        'cap_rate' => 0.06,
        'units' => 40,
        'price' => 33,
    ];

    private const GRADES = [
        ['grade' => 'A', 'min_coverage' => 8, 'spread' => 0.01],
        ['grade' => 'B', 'min_coverage' => 3, 'spread' => 0.02],
        ['grade' => 'C', 'min_coverage' => null, 'spread' => 0.06],
    ];

    /** @return iterable<string, array{string, array<string, mixed>, array<string, mixed>}> kind, inputs, the same said otherwise */
    public static function pairs(): iterable
    {
        $grown = [105.0, 105.0 * 1.05, 105.0 * 1.05 ** 2, 105.0 * 1.05 ** 3];
        $typed = array_diff_key(self::FLOWS, ['fcff_0' => 0, 'years' => 0, 'growth' => 0]) + ['fcff' => $grown];
        yield 'a rate for each year' => ['valuation.dcf_two_stage', self::FLOWS, ['wacc' => [0.09, 0.09, 0.09, 0.09]] + self::FLOWS];
        yield 'growth for each year' => [
            'valuation.dcf_two_stage',
            self::FLOWS,
            ['growth_rates' => [0.05, 0.05, 0.05, 0.05]] + array_diff_key(self::FLOWS, ['growth' => 0, 'years' => 0]),
        ];
        yield 'typed flows' => ['valuation.dcf_two_stage', self::FLOWS, $typed];
        $exit = ['terminal_metric' => 150.0, 'multiple' => 8.0];
        yield 'typed flows with an exit multiple' => ['valuation.exit_multiple', self::FLOWS + $exit, $typed + $exit];
        yield 'a rate for each year with an exit multiple' => [
            'valuation.exit_multiple',
            self::FLOWS + $exit,
            ['wacc' => array_fill(0, 4, 0.09)] + self::FLOWS + $exit,
        ];
        yield 'one rate in three stages' => [
            'valuation.dcf_three_stage',
            [
                'fcff_0' => 50,
                'growth_high' => 0.1,
                'n_high' => 3,
                'n_fade' => 3,
                'terminal_growth' => 0.02,
                'wacc_high' => 0.08,
                'wacc_stable' => 0.08,
                'convention' => 'end_year',
                'bridge' => [],
                'shares' => 5,
            ],
            [
                'fcff_0' => 50,
                'growth_high' => 0.1,
                'n_high' => 3,
                'n_fade' => 3,
                'terminal_growth' => 0.02,
                'wacc' => 0.08,
                'convention' => 'end_year',
                'bridge' => null,
                'shares' => 5,
            ],
        ];
        yield 'share change of each year' => [
            'valuation.earnings_path',
            self::PATH,
            ['share_change' => [-0.02, -0.02, -0.02]] + self::PATH,
        ];
        yield 'payout of each year' => ['valuation.earnings_path', self::PATH, ['payout' => [0.4, 0.4, 0.4]] + self::PATH];
        $income = [
            'book_0' => 20.0,
            'eps' => [2.0, 2.2, 2.4],
            'payout' => 0.5,
            'cost_of_equity' => 0.08,
            'terminal_growth' => 0.02,
            'persistence' => 0.6,
        ];
        yield 'cost of equity of each year' => ['valuation.residual_income', $income, ['cost_of_equity' => [0.08, 0.08, 0.08]] + $income];
        yield 'net asset value without optional parts' => [
            'valuation.property_trust',
            ['other_assets' => 0, 'cash' => 0, 'debt' => 0, 'preferred' => 0] + self::TRUST,
            ['cash' => null] + self::TRUST,
        ];
        $beta = [
            'levered_beta' => 1.2,
            'tax' => 0.25,
            'debt_to_equity' => 0.5,
            'target_tax' => 0.3,
            'target_debt_to_equity' => 0.8,
            'debt_beta' => 0.15,
        ];
        yield 'a debt beta that is kept' => [
            'coc.unlever_relever',
            ['target_debt_beta' => 0.15] + $beta,
            ['target_debt_beta' => null] + $beta,
        ];
        $debt = ['risk_free' => 0.03, 'ebit' => 50, 'interest_expense' => 0, 'tax' => 0.25, 'spread_table' => self::GRADES];
        yield 'the best grade without interest, wherever it stands' => [
            'coc.cost_of_debt',
            $debt,
            ['spread_table' => array_reverse(self::GRADES)] + $debt,
        ];
        yield 'no interest told' => ['coc.cost_of_debt', $debt, ['interest_expense' => null] + $debt];
        $sample = [
            'y' => [1.0, 2.5, 3.1, 4.8, 5.2],
            'X' => ['a' => [1, 2, 3, 4, 5], 'b' => [2, 1, 4, 3, 6]],
            'new' => ['a' => 6, 'b' => 5],
        ];
        yield 'predictors in any order' => ['stats.ols_predict', $sample, ['new' => ['b' => 5, 'a' => 6]] + $sample];
        $parts = [
            'parts' => [
                ['metric' => 10, 'multiple' => 8, 'value' => null, 'ownership' => 1],
                ['metric' => null, 'multiple' => null, 'value' => 40, 'ownership' => 0.5],
            ],
            'corporate_cost' => 0,
            'corporate_multiple' => 0,
            'holding_discount' => 0,
            'shares' => 4,
        ];
        yield 'parts without optional fields' => [
            'valuation.sum_of_parts',
            $parts,
            ['parts' => [['metric' => 10, 'multiple' => 8], ['value' => 40, 'ownership' => 0.5]], 'shares' => 4],
        ];
    }

    /**
     * @param  array<string, mixed>  $inputs
     * @param  array<string, mixed>  $otherwise
     */
    #[DataProvider('pairs')]
    public function test_the_same_said_otherwise_gives_the_same(string $kind, array $inputs, array $otherwise): void
    {
        $of = [...ValuationCases::all(), ...CapitalCases::all(), ...StatisticsCases::all()][$kind];
        $expected = $of($inputs);
        $this->assertNotSame([], array_filter($expected, static fn (mixed $x): bool => $x !== null));
        $this->assertEqualsWithDelta($expected, $of($otherwise), 1e-9);
    }

    public function test_what_differs_by_year_counts_in_its_year(): void
    {
        $two = ValuationCases::all()['valuation.dcf_two_stage']([
            'fcff' => [100.0, 100.0],
            'wacc' => [0.1, 0.2],
            'terminal_growth' => 0.0,
            'convention' => 'end_year',
            'bridge' => [],
            'shares' => 1,
        ]);
        $this->assertEqualsWithDelta([1 / 1.1, 1 / 1.1 / 1.2], $two['discount_factors'], 1e-12);
        $this->assertEqualsWithDelta(100 / 0.2, $two['terminal_value'], 1e-9, 'At the last rate.');
        $path = ValuationCases::all()['valuation.earnings_path']([
            'eps_0' => 1.0,
            'net_income_growth' => [0.0, 0.0],
            'share_change' => [1.0, -0.5],
            'payout' => [0.0, 1.0],
            'exit_pe' => 10,
            'required_return' => 0.0,
        ]);
        $this->assertEqualsWithDelta(
            [[0.5, 1.0], [0.0, 1.0], 11.0, null],
            [$path['eps'], $path['dividends'], $path['value_today'], $path['price_only_return']],
            1e-12,
        );
        $income = ValuationCases::all()['valuation.residual_income']([
            'book_0' => 10.0,
            'eps' => [2.0, 2.0],
            'payout' => 1.0,
            'cost_of_equity' => [0.1, 0.2],
        ]);
        $this->assertEqualsWithDelta(
            [[1.0, 0.0], 10 + 1 / 1.1, null],
            [$income['residual_income'], $income['value_no_continuing'], $income['value_growth']],
            1e-12,
        );
    }
}
