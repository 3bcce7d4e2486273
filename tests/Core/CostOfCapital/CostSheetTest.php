<?php

declare(strict_types=1);

namespace Tests\Core\CostOfCapital;

use Logion\CostOfCapital\CostInputs;
use Logion\CostOfCapital\CostSheet;
use Logion\CrossSection\Universe;
use Logion\Market\Economy;
use Logion\Market\PriceSeries;
use PHPUnit\Framework\TestCase;
use Tests\Core\Books;
use Tests\Core\CrossSection\MakesUniverses;
use Tests\Core\InventedFilings;

/** A cost of capital put together by hand, and what each choice would make of it. */
final class CostSheetTest extends TestCase
{
    use MakesUniverses;

    private const OWN = [
        'risk_free' => 0.03,
        'premium' => 0.05,
        'beta' => 1.2,
        'cost_of_debt' => 0.06,
        'tax' => 0.25,
        'debt_weight' => 0.4,
    ];

    /** @param  array<string, float>  $changes  of the lines of the last year */
    private static function inputs(array $changes = [], float $price = 20.0): CostInputs
    {
        $years = InventedFilings::years(5);
        $years[2025] = [...$years[2025], ...$changes];
        $scope = Books::scope(
            $years,
            prices: $price > 0 ? new PriceSeries([20260629, 20260630], [$price, $price]) : null,
            economy: new Economy(series: ['risk_free_rate' => ['days' => [20260101], 'values' => [0.03]]]),
        );

        return new CostInputs($scope, self::market(), []);
    }

    /** Two shares that pay 3.5 % together and are to earn 6 % more. */
    private static function market(): Universe
    {
        return self::of([
            'market_cap' => [100.0, 300.0],
            'dividend_yield' => [0.02, 0.04],
            'estimated_earnings_growth_next_year' => [0.06, 0.06],
            'beta_raw' => [0.9, 1.1],
            'debt_to_market_value' => [0.3, 0.5],
        ]);
    }

    /**
     * @param  array<string, float>  $own
     * @param  array<string, mixed>  $more
     * @return array<string, mixed>
     */
    private static function sheet(CostInputs $inputs, array $own = self::OWN, array $more = []): array
    {
        $choices = array_map(static fn (float $of): array => ['key' => CostSheet::OWN, 'own' => $of], $own);

        return (new CostSheet($inputs, ['inputs' => $choices, 'extra' => [], 'leases' => false, ...$more]))->present();
    }

    public function test_typed_inputs_are_weighed_and_what_is_extra_is_added(): void
    {
        $equity = 0.03 + 1.2 * 0.05;
        $plain = self::sheet(self::inputs());
        $this->assertEqualsWithDelta($equity, $plain['cost_of_equity'], 1e-12);
        $this->assertEqualsWithDelta(0.6 * $equity + 0.4 * 0.06 * 0.75, $plain['rate'], 1e-12);
        $this->assertEqualsWithDelta([0.6, 0.4], array_column($plain['classes'], 'weight'), 1e-12);
        $this->assertEqualsWithDelta(0.06 * 0.75, $plain['classes'][1]['after_tax'], 1e-12);
        $this->assertSame([], $plain['warnings']);
        $this->assertNull($plain['why_not']);
        $extra = [['name' => 'small', 'rate' => 0.02, 'reason' => null], ['name' => 'remote', 'rate' => 0.01, 'reason' => null]];
        $more = self::sheet(self::inputs(), more: ['extra' => $extra]);
        $this->assertEqualsWithDelta($plain['rate'] + 0.6 * 0.03, $more['rate'], 1e-12);
    }

    public function test_what_is_chosen_is_taken_and_else_the_first_that_is_known(): void
    {
        $sheet = array_column(self::sheet(self::inputs(), ['beta' => 1.2])['inputs'], null, 'key');
        $this->assertSame(['own', 1.2, 1.2], [$sheet['beta']['choice'], $sheet['beta']['own'], $sheet['beta']['value']]);
        foreach (array_diff_key($sheet, ['beta' => 0]) as $name => $input) {
            $known = array_values(array_filter($input['alternatives'], static fn (array $of): bool => $of['value'] !== null));
            $this->assertSame(($known[0] ?? $input['alternatives'][0])['key'], $input['choice'], $name);
            $this->assertNull($input['own'], $name);
        }
        // By name, what another of them would make with everything else as it is.
        $all = array_column(self::sheet(self::inputs())['inputs'], null, 'key');
        foreach ($all['risk_free']['alternatives'] as $of) {
            $of['value'] === null ||
                $this->assertEqualsWithDelta(0.6 * ($of['value'] + 0.06) + 0.4 * 0.045, $of['rate'], 1e-12, $of['key']);
        }
        $this->assertContains(0.03, array_column($all['risk_free']['alternatives'], 'value'));
    }

    public function test_without_a_market_value_nothing_can_be_weighed(): void
    {
        $none = self::sheet(self::inputs(price: 0.0));
        $this->assertSame([null, null, []], [$none['rate'], $none['cost_of_equity'], $none['classes']]);
        $this->assertStringContainsString('no market value', $none['why_not']);
        $worthless = self::sheet(self::inputs(['shares_outstanding_period_end' => 0.0]));
        $this->assertNull($worthless['rate']);
    }

    public function test_what_looks_odd_is_said(): void
    {
        $warned = static fn (array $own): int => count(self::sheet(self::inputs(), [...self::OWN, ...$own])['warnings']);
        $this->assertSame(0, $warned(['beta' => 0.0, 'cost_of_debt' => 0.03]) - 1, 'no more than the yield');
        $this->assertSame(1, $warned(['cost_of_debt' => 0.1]), 'lenders ask for more than owners');
        $this->assertSame(3, $warned(['beta' => -1.0]));
    }

    public function test_the_premium_of_the_market_is_its_implied_return_less_the_yield(): void
    {
        $alternatives = self::inputs()->alternatives()['premium'];
        $implied = array_column($alternatives, 'value', 'key')['implied'];
        // Dividends of 3.5 % grow by 6 % for five years and by the yield of 3 % after: at that return they are worth 1.
        $return = $implied + 0.03;
        $worth = 0.0;
        for ($t = 1; $t <= 5; $t++) {
            $worth += (0.035 * 1.06 ** $t) / (1 + $return) ** $t;
        }
        $worth += (0.035 * 1.06 ** 5 * 1.03) / ($return - 0.03) / (1 + $return) ** 5;
        $this->assertEqualsWithDelta(1.0, $worth, 1e-8);
    }
}
