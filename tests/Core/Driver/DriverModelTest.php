<?php

declare(strict_types=1);

namespace Tests\Core\Driver;

use Logion\Driver\Driver;
use Logion\Driver\DriverModel;
use Logion\Driver\Rule;
use Logion\Driver\SegmentModel;
use PHPUnit\Framework\TestCase;

/** Revenue made of its drivers. */
final class DriverModelTest extends TestCase
{
    public function test_rules_go_on_as_they_say(): void
    {
        $this->assertSame([2.0, 2.0, 2.0], Rule::constant(2.0)->path(3));
        $this->assertSame([1.0, null, null], Rule::values([1.0, null])->path(3));
        $this->assertSame([0.5, 1.0, 1.5], Rule::step(0.0, 0.5)->path(3));
        $this->assertSame([3.0, 2.0, 1.0], Rule::fade(4.0, 1.0)->path(3));
        $this->assertSame([2.5, 1.0, 1.0], Rule::fade(4.0, 1.0, 2)->path(3));
        $history = [2020 => 9.0, 2021 => 1.0, 2022 => null, 2023 => 3.0, 2024 => 8.0];
        $this->assertSame([4.0, 4.0], Rule::mean([2020])->path(2, $history));
        $this->assertSame([3.0], Rule::median([2020])->path(1, $history));
        $this->assertSame([null], Rule::median([2020])->path(1, [2020 => 1.0]), 'nothing is left');
    }

    public function test_a_revenue_takes_a_price_only_where_something_is_sold_and_the_others_leave_room(): void
    {
        $segment = static fn (array $units, float $price): SegmentModel => SegmentModel::unitsAndPrice(
            Driver::level(Rule::values($units)),
            Driver::level(Rule::constant($price)),
        );
        $model = new DriverModel(4, [
            'A' => ['one' => $segment([10.0, 0.0, null, 10.0], 2.0), 'other' => $segment([5.0, 5.0, 5.0, 5.0], 4.0)],
        ]);
        $this->assertSame([3.0, null, null, null], $model->impliedPrice('A', 'one', [50.0, 50.0, 50.0, 19.0]));
        $this->assertSame([null, null, null, 0.0], $model->impliedPrice('A', 'one', [null, null, null, 20.0]));
    }

    public function test_growth_that_is_not_known_ends_the_path(): void
    {
        $this->assertEqualsWithDelta(
            [110.0, 121.0],
            array_slice(Driver::growing(100.0, Rule::values([0.1, 0.1, null, 0.1]))->path(4), 0, 2),
            1e-9,
        );
        $this->assertSame([null, null], array_slice(Driver::growing(100.0, Rule::values([0.1, 0.1, null, 0.1]))->path(4), 2));
    }

    public function test_shares_of_a_market_add_up_and_what_is_implied_brings_the_revenue(): void
    {
        $model = $this->model();
        $market = $model->market(['A' => ['kelp'], 'B' => ['kelp']]);
        for ($t = 0; $t < 3; $t++) {
            $this->assertEqualsWithDelta(1.0, $market['share_by_value']['A'][$t] + $market['share_by_value']['B'][$t], 1e-12);
            $this->assertEqualsWithDelta(1.0, $market['share_by_units']['A'][$t] + $market['share_by_units']['B'][$t], 1e-12);
        }
        $implied = $model->implied('A', 'kelp', [500.0, 600.0, 20.0]);
        foreach ([500.0, 600.0] as $t => $revenue) {
            $this->assertEqualsWithDelta($revenue, $implied['units'][$t] * $implied['price'][$t] + $implied['other_revenue'][$t], 1e-9);
        }
        $this->assertNull($implied['units'][2], 'the others bring more already');
        $this->assertSame([null, null, null], $model->implied('A', 'kelp', [500.0, 600.0, 700.0], [0.0, -1.0, null])['units']);
        $own = $model->implied('A', 'kelp', $model->revenue('A'));
        $this->assertEqualsWithDelta([0.0, 0.0, 0.0], $own['against_model'], 1e-12, 'the model implies itself');
    }

    public function test_utilisation_is_held_and_a_segment_that_is_not_known_hides_the_sum(): void
    {
        $model = $this->model();
        $this->assertEqualsWithDelta([40.0, 100.0, 0.0], $model->segments['B']['kelp']['units'], 1e-12);
        $this->assertSame([null, null, null], $this->model(Rule::values([]))->revenue('A'));
        $this->assertNull($this->model(Rule::values([]))->market(['A' => ['kelp', 'tar'], 'B' => ['kelp']])['share_by_value']['B'][0]);
    }

    public function test_a_loss_pays_no_tax(): void
    {
        $rows = $this->model()->sensitivity('A', [0.5, 0.5, null], [10.0, 300.0, 1.0], [2.0, 2.0, 2.0], 0.25, [10.0, 10.0, 10.0], [0.0]);
        $revenue = $this->model()->revenue('A');
        $this->assertEqualsWithDelta(((0.5 * $revenue[0] - 12.0) * 0.75) / 10, $rows['earnings_per_share'][0][0], 1e-12);
        $this->assertEqualsWithDelta((0.5 * $revenue[1] - 302.0) / 10, $rows['earnings_per_share'][1][0], 1e-12);
        $this->assertSame([null], $rows['earnings_per_share'][2]);
        $this->assertEqualsWithDelta((0.01 * $revenue[1]) / 10, $rows['per_point'][1], 1e-12);
    }

    public function test_nothing_is_divided_by_nothing(): void
    {
        $this->assertSame(
            ['sum' => [0.0, -2.0, 4.0], 'shares' => ['A' => [null, null, 0.25], 'B' => [null, null, 0.75]]],
            DriverModel::shares(['A' => [0.0, 1.0, 1.0], 'B' => [0.0, -3.0, 3.0]]),
        );
        $none = $this->model()->sensitivity('A', [0.5, 0.5, 0.5], [1.0, 1.0, 1.0], [0.0, 0.0, 0.0], 0.25, [0.0, -1.0, 10.0], [0.0]);
        $this->assertSame([[null], [null]], array_slice($none['earnings_per_share'], 0, 2));
        $this->assertNotNull($none['earnings_per_share'][2][0]);
    }

    private function model(?Rule $tar = null): DriverModel
    {
        $level = static fn (float ...$of): Driver => Driver::level(Rule::values(array_values($of)));

        return new DriverModel(3, [
            'A' => [
                'kelp' => SegmentModel::unitsAndPrice(Driver::growing(50.0, Rule::constant(0.1)), $level(4.0, 4.2, 4.4)),
                'tar' => SegmentModel::customers(Driver::level($tar ?? Rule::constant(8.0)), $level(5.0, 5.0, 5.0)),
            ],
            'B' => ['kelp' => SegmentModel::capacity($level(100.0, 100.0, 100.0), $level(0.4, 1.7, -0.2), $level(3.0, 3.0, 3.0))],
        ]);
    }
}
