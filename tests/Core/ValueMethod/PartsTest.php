<?php

declare(strict_types=1);

namespace Tests\Core\ValueMethod;

use Logion\Market\PriceSeries;
use Logion\Valuation\InvalidAssumption;
use Logion\Valuation\MisfitMethod;
use Logion\ValueMethod\Method\BusinessWords;
use Logion\ValueMethod\Method\Parts;
use Logion\ValueMethod\ValueSheet;
use Logion\ValueMethod\ValueSubject;
use PHPUnit\Framework\TestCase;
use Tests\Core\Books;

/** The sum of the parts, each by its own method, against figures computed by hand. */
final class PartsTest extends TestCase
{
    private const SALES = ['Ore' => [2024 => 550.0, 2025 => 600.0], 'Salt' => [2025 => 400.0], 'Gone' => [2024 => 50.0]];

    private const FIGURES = [
        'multiple_ore' => 2.0,
        'multiple_salt' => 1.5,
        'value_ore' => 30.0,
        'value_salt' => 5.0,
        'corporate_cost' => 0.2,
        'corporate_multiple' => 10.0,
        'discount' => 0.2,
        'net' => -3.0,
    ];

    /** @param  array<string, float>  $profits */
    private function sheet(array $figures, array $profits = ['Ore' => 90.0, 'Salt' => 30.0]): ValueSheet
    {
        $lines = ['revenue' => 1000, 'operating_income' => 120, 'shares_outstanding_period_end' => 100, 'diluted_shares_average' => 100];
        $scope = Books::scope([2024 => $lines, 2025 => $lines], prices: new PriceSeries([20260629, 20260630], [20.0, 20.0]));

        return new ValueSheet(new Parts(), new ValueSubject($scope, null, [], null, self::SALES, $profits), [
            ...self::FIGURES,
            ...$figures,
        ]);
    }

    public function test_each_part_is_worth_what_its_own_method_says(): void
    {
        $rates = ['tax' => 0.25, 'discount_rate' => 0.1, 'terminal_growth' => 0.02];
        $profit = ['profit_ore' => 0.9, 'profit_salt' => 0.3, 'profit_multiple_ore' => 12.0, 'profit_multiple_salt' => 9.0];
        // Of sales of ten a share six are of ore and four of salt.
        foreach (
            [
                [[], 6 * 2.0 + 4 * 1.5],
                [['by_ore' => 1.0], 30.0 + 4 * 1.5],
                [['by_ore' => 2.0, 'by_salt' => 1.0], 0.9 * 12 + 5.0],
                [['by_salt' => 3.0], 6 * 2.0 + (0.3 * 0.75 * 1.02) / 0.08],
                [['owned_salt' => 0.5], 6 * 2.0 + 0.5 * 4 * 1.5],
            ] as [$changes, $gross]
        ) {
            $worth = $this->sheet([...$rates, ...$profit, ...$changes])->worth();
            $this->assertEqualsWithDelta(($gross - 0.2 * 10 - 3.0) * 0.8, $worth->centre, 1e-9, json_encode($changes) ?: '');
            $this->assertEqualsWithDelta(($gross - 5.0) * 0.7, $worth->low, 1e-9);
            $this->assertEqualsWithDelta(($gross - 5.0) * 0.9, $worth->high, 1e-9);
        }
        $this->expectException(InvalidAssumption::class);
        $this->sheet([...$profit, ...$rates, 'by_ore' => 3.0, 'terminal_growth' => 0.1])->worth();
    }

    public function test_profit_that_is_not_told_is_no_way_to_value_a_part(): void
    {
        $inputs = $this->sheet(['profit_multiple_ore' => 8.0, 'discount_rate' => 0.1, 'terminal_growth' => 0.0], ['Ore' => 90.0])->inputs;
        $this->assertCount(4, $inputs['by_ore']->choices);
        $this->assertCount(2, $inputs['by_salt']->choices);
        $this->assertArrayNotHasKey('profit_salt', $inputs);
        $this->assertEqualsWithDelta(1.2, $inputs['profit_ore']->value, 1e-9, 'the whole operating income is shared as is told');
        $this->assertArrayNotHasKey('sales_gone', $inputs, 'what it has no more is no part');
        $this->assertArrayNotHasKey('tax', $this->sheet([], [])->inputs);
        $this->expectException(InvalidAssumption::class);
        $this->sheet(['by_salt' => 2.0], []);
    }

    public function test_one_business_is_no_sum(): void
    {
        $this->expectException(MisfitMethod::class);
        new ValueSheet(new Parts(), new ValueSubject(Books::scope([2025 => ['revenue' => 5]]), null, [], null, ['Ore' => [2025 => 5.0]]));
    }

    public function test_businesses_have_words_that_are_never_alike(): void
    {
        $this->assertSame(
            ['Salt & Sand' => 'salt_sand', 'salt sand' => 'salt_sand_1', 'Ёлка' => '2', 'Ore' => 'ore'],
            BusinessWords::of(['Salt & Sand', 'salt sand', 'Ёлка', 'Ore']),
        );
        $long = BusinessWords::of([str_repeat('a', 60), str_repeat('a', 60).'b']);
        $this->assertCount(2, array_unique($long));
    }
}
