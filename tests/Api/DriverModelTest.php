<?php

declare(strict_types=1);

namespace Tests\Api;

use Illuminate\Support\Facades\DB;
use Tests\DemoTestCase;

/** How revenue arises: units times price of a company and its rivals, shares of their market, what consensus implies. */
final class DriverModelTest extends DemoTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone());
    }

    public function test_a_model_begins_with_what_the_company_and_its_rivals_reported(): void
    {
        [$ticker, $good] = $this->withRivals();
        $proposal = $this->getJson("/api/v1/companies/{$ticker}/driver-model")
            ->assertOk()
            ->json();
        $this->assertSame($ticker, $proposal['companies'][0]['ticker']);
        $this->assertGreaterThan(1, count($proposal['companies']));
        foreach ($proposal['companies'] as $company) {
            $this->assertContains($good, array_column($company['segments'], 'name'));
        }
        $model = $this->value($ticker, $proposal);
        $segment = $model['companies'][0]['segments'][0];
        $last = end($segment['past']);
        $units = $proposal['companies'][0]['segments'][0]['drivers']['units'];
        $this->assertEqualsWithDelta($last['units'], $units['start'], 1e-9);
        $this->assertEqualsWithDelta($last['units'] * (1 + $units['value']), $segment['units'][0], 1e-6 * $last['units']);
        $this->assertEqualsWithDelta($segment['units'][1] * $segment['price'][1], $segment['revenue'][1], 1e-3);
        $all = static fn (int $t): float => array_sum(
            array_map(static fn (array $of): float => $of['revenue'][$t], $model['companies'][0]['segments']),
        );
        foreach (array_keys($model['years']) as $t) {
            $this->assertEqualsWithDelta($all($t), $model['companies'][0]['revenue'][$t], 1e-3);
        }
    }

    public function test_shares_of_a_market_add_up_and_consensus_put_back_in_gives_itself(): void
    {
        [$ticker] = $this->withRivals();
        $proposal = $this->getJson("/api/v1/companies/{$ticker}/driver-model")->json();
        $model = $this->value($ticker, $proposal);
        foreach (['by_value', 'by_units'] as $by) {
            foreach (array_keys($model['years']) as $t) {
                $this->assertEqualsWithDelta(
                    1.0,
                    array_sum(array_map(static fn (array $of): float => $of['shares'][$t], $model['market'][$by])),
                    1e-9,
                );
            }
        }
        $implied = $model['implied'][0];
        foreach ($model['consensus'] as $t => $expected) {
            if ($expected !== null && $implied['units'][$t] !== null) {
                $others = $implied['other_revenue'][$t];
                $this->assertEqualsWithDelta($expected, $implied['units'][$t] * $implied['price'][$t] + $others, 1e-3);
                $units = $model['companies'][0]['segments'][0]['units'][$t];
                $this->assertEqualsWithDelta($expected, $implied['price_needed'][$t] * $units + $others, 1e-3);
            }
        }
        $this->assertSame([-2.0, -1.0, 0.0, 1.0, 2.0], array_map(floatval(...), $model['sensitivity']['points']));
        $row = $model['sensitivity']['earnings_per_share'][0];
        $this->assertEqualsWithDelta($model['sensitivity']['per_point'][0], $row[3] - $row[2], 1e-9);
    }

    public function test_shares_of_the_past_are_told_and_a_year_one_of_them_lacks_is_not(): void
    {
        [$ticker] = $this->withRivals();
        $proposal = $this->getJson("/api/v1/companies/{$ticker}/driver-model")->json();
        $model = $this->value($ticker, $proposal);
        $market = $model['market'];
        $this->assertNotSame([], $market['past_years']);
        foreach ($market['past_years'] as $t => $year) {
            $told = [];
            foreach ($model['companies'] as $company) {
                $of = array_column($company['segments'][0]['past'], null, 'year')[$year] ?? null;
                $told[$company['ticker']] = $of === null ? null : $of['units'] * $of['price'];
            }
            foreach ($market['past_by_value'] as ['ticker' => $one, 'shares' => $shares]) {
                in_array(null, $told, true)
                    ? $this->assertNull($shares[$t], 'what one of them lacks is not bridged')
                    : $this->assertEqualsWithDelta($told[$one] / array_sum($told), $shares[$t], 1e-9);
            }
        }
        $last = $market['past_years'][count($market['past_years']) - 1];
        $proposal['companies'][0]['segments'][0]['past'] = [
            ['year' => $last, 'units' => 10.0, 'price' => null],
            ['year' => 2010, 'units' => 5.0, 'price' => 2.0],
        ];
        $typed = $this->value($ticker, $proposal);
        $past = array_column($typed['companies'][0]['segments'][0]['past'], null, 'year');
        $before = array_column($model['companies'][0]['segments'][0]['past'], null, 'year');
        $this->assertSame([10.0, true], [(float) $past[$last]['units'], $past[$last]['typed']]);
        $this->assertSame($before[$last]['price'], $past[$last]['price'], 'the price that was reported still counts');
        $this->assertSame($model['companies'][0]['revenue'], $typed['companies'][0]['revenue'], 'what is to come goes on as it did');
        $proposal['companies'][0]['segments'][0]['past'] = [['year' => 'soon']];
        $this->postJson("/api/v1/companies/{$ticker}/driver-model", $proposal)->assertUnprocessable();
    }

    public function test_rules_and_drivers_that_follow_others(): void
    {
        $price = ['rule' => 'values', 'values' => [2, null, 4]];
        $model = $this->value('BRSW', [
            'years' => 3,
            'companies' => [
                [
                    'ticker' => 'BRSW',
                    'segments' => [
                        $this->segment('Pans', 'capacity', [
                            'capacity' => ['rule' => 'step', 'start' => 100, 'value' => 10],
                            'utilisation' => ['rule' => 'fade', 'start' => 0.5, 'to' => 1.2, 'years' => 2],
                            'price' => $price,
                        ]),
                        $this->segment('Club', 'customers', [
                            'customers' => ['rule' => 'fading_growth', 'start' => 100, 'value' => 0.1, 'to' => 0],
                            'revenue_each' => ['rule' => 'as', 'of' => 'GRME/Engines/price'],
                        ]),
                    ],
                ],
                [
                    'ticker' => 'GRME',
                    'segments' => [
                        $this->segment('Engines', 'units_price', [
                            'units' => ['rule' => 'level', 'value' => 7],
                            'price' => ['rule' => 'growth', 'start' => 10, 'value' => 0.5],
                        ]),
                    ],
                ],
            ],
        ]);
        [$pans, $club] = $model['companies'][0]['segments'];
        $this->assertEqualsWithDelta([110 * 0.85, 120.0, 130.0], $pans['units'], 1e-9, 'not more than can be made is sold');
        $this->assertNull($pans['revenue'][1], 'a year without a price has no revenue');
        $this->assertNull($model['companies'][0]['revenue'][1]);
        $this->assertEqualsWithDelta(15.0, $club['price'][0], 1e-9);
        $this->assertEqualsWithDelta(100 * (1 + (0.1 * 2) / 3), $club['units'][0], 1e-9);
        $this->assertSame([], $pans['past']);
        $this->assertNotNull($model['market']);
    }

    public function test_what_cannot_be_reckoned_names_its_place(): void
    {
        $with = fn (array $drivers): array => [
            'years' => 2,
            'companies' => [['ticker' => 'BRSW', 'segments' => [$this->segment('Salt', 'units_price', $drivers)]]],
        ];
        $level = ['rule' => 'level', 'value' => 1];
        $refused = [
            'BRSW/Salt/price has no driver' => ['units' => $level],
            'BRSW/Salt/units needs a number for start' => ['units' => ['rule' => 'growth', 'value' => 0.1], 'price' => $level],
            'follows BRSW/Pepper/price, which is not in the model' => [
                'units' => ['rule' => 'as', 'of' => 'BRSW/Pepper/price'],
                'price' => $level,
            ],
            'lead back to it' => ['units' => ['rule' => 'as', 'of' => 'BRSW/Salt/units'], 'price' => $level],
        ];
        foreach ($refused as $said => $drivers) {
            $answer = $this->postJson('/api/v1/companies/BRSW/driver-model', $with($drivers))->assertStatus(422);
            $this->assertStringContainsString($said, (string) $answer->json('detail'));
        }
        $right = $with(['units' => $level, 'price' => $level]);
        foreach ([['years' => 11], ['companies' => []], ['companies' => [['ticker' => 'NOWHERE', 'segments' => []]]]] as $wrong) {
            $this->postJson('/api/v1/companies/BRSW/driver-model', [...$right, ...$wrong])->assertStatus(422);
        }
    }

    public function test_a_company_that_reports_no_drivers_can_be_written_by_hand(): void
    {
        DB::table('breakdown_facts')->where('company_id', $this->companyId('BRSW'))->where('axis', 'driver')->delete();
        $proposal = $this->getJson('/api/v1/companies/BRSW/driver-model')->assertOk()->json();
        $this->assertSame(['Whole company'], array_column($proposal['companies'][0]['segments'], 'name'));
        $model = $this->value('BRSW', $proposal);
        $this->assertNull($model['market'], 'nobody else is there');
        $revenue = $this->getJson('/api/v1/companies/BRSW/picture')->json('ten_years.rows.0.figures.9.value');
        $this->assertEqualsWithDelta($revenue, $proposal['companies'][0]['segments'][0]['drivers']['units']['start'], 1.0);
    }

    public function test_the_revenue_of_the_latest_model_is_offered_to_the_valuation(): void
    {
        [$ticker] = $this->withRivals();
        $ask = fn (): array => (array) $this->postJson("/api/v1/companies/{$ticker}/cash-flow-value/driven-revenue")
            ->assertOk()
            ->json('drivers');
        $this->assertSame([], $ask(), 'nothing is kept yet');
        $proposal = $this->getJson("/api/v1/companies/{$ticker}/driver-model")->json();
        $this->postJson("/api/v1/companies/{$ticker}/driver-models", [...$proposal, 'name' => 'First'])->assertCreated();
        $model = $this->value($ticker, $proposal);
        $drivers = $ask();
        $this->assertSame(['revenue_growth'], array_keys($drivers));
        $sheet = $this->postJson("/api/v1/companies/{$ticker}/cash-flow-value", ['changes' => ['drivers' => $drivers]])
            ->assertOk()
            ->json();
        foreach ($model['companies'][0]['revenue'] as $t => $revenue) {
            $this->assertSame($model['years'][$t], $sheet['sheet']['years'][$t]);
            $this->assertEqualsWithDelta($revenue, $sheet['sheet']['revenue'][$t], 1e-6 * $revenue);
        }
        $this->actingAs($this->someone('Ben'));
        $this->assertSame([], $ask());
    }

    public function test_drivers_of_a_value_take_the_sales_of_the_latest_model(): void
    {
        [$ticker] = $this->withRivals();
        $path = "/api/v1/companies/{$ticker}/values/driver_cash_flow";
        $ask = fn (): array => (array) $this->postJson("{$path}/driven")
            ->assertOk()
            ->json('rules');
        $this->assertSame([], $ask(), 'nothing is kept yet');
        $proposal = $this->getJson("/api/v1/companies/{$ticker}/driver-model")->json();
        $this->postJson("/api/v1/companies/{$ticker}/driver-models", [...$proposal, 'name' => 'First'])->assertCreated();
        $model = $this->value($ticker, $proposal);
        $sheet = $this->postJson($path, ['rules' => $ask()])
            ->assertOk()
            ->json();
        $rows = array_column($sheet['rows'], 'values', 'label');
        foreach ($model['companies'][0]['revenue'] as $t => $revenue) {
            $this->assertEqualsWithDelta($revenue, $rows['Revenue'][$t], 1e-6 * $revenue);
        }
        // A business that is called as a segment of the model goes its own way.
        $business = [
            'name' => 'Licences',
            'in_market' => false,
            'method' => 'units_price',
            'drivers' => [
                'units' => ['rule' => 'values', 'values' => [10, 11]],
                'price' => ['rule' => 'values', 'values' => [1e8, 1e8]],
            ],
        ];
        $own = ['years' => 2, 'companies' => [['ticker' => 'GRME', 'segments' => [$business]]]];
        $this->postJson('/api/v1/companies/GRME/driver-models', [...$own, 'name' => 'Licences'])->assertCreated();
        $rules = (array) $this->postJson('/api/v1/companies/GRME/values/driver_cash_flow/driven')->json('rules');
        $this->assertSame(['growth_licences'], array_keys($rules));
        $told = $this->postJson('/api/v1/companies/GRME/values/driver_cash_flow', ['rules' => $rules])->json('rows');
        $this->assertEqualsWithDelta([1e9, 1.1e9], array_slice(array_column($told, 'values', 'label')['Licences'], 0, 2), 1.0);
        $this->actingAs($this->someone('Ben'));
        $this->assertSame([], $ask());
    }

    public function test_versions_are_kept_and_belong_to_their_maker(): void
    {
        $proposal = $this->getJson('/api/v1/companies/GRME/driver-model')->json();
        $first = $this->postJson('/api/v1/companies/GRME/driver-models', [...$proposal, 'name' => 'Engines'])
            ->assertCreated()
            ->json();
        $second = $this->postJson('/api/v1/companies/GRME/driver-models', [...$proposal, 'name' => 'Engines', 'years' => 3])
            ->assertCreated()
            ->json();
        $this->assertSame([1, 2], [$first['version'], $second['version']]);
        $kept = $this->getJson('/api/v1/companies/GRME/driver-models')->json();
        $this->assertSame([$second['id'], $first['id']], array_column($kept, 'id'));
        $this->assertSame(3, $kept[0]['definition']['years']);
        $this->assertEquals($proposal['companies'], $kept[1]['definition']['companies']);
        $this->deleteJson("/api/v1/driver-models/{$second['id']}")->assertNoContent();
        $this->actingAs($this->someone('Other'));
        $this->assertSame([], $this->getJson('/api/v1/companies/GRME/driver-models')->json());
    }

    /**
     * @param  array<string, mixed>  $drivers
     * @return array<string, mixed>
     */
    private function segment(string $name, string $method, array $drivers): array
    {
        return ['name' => $name, 'in_market' => true, 'method' => $method, 'drivers' => $drivers];
    }

    /**
     * @param  array<string, mixed>  $definition
     * @return array<string, mixed>
     */
    private function value(string $ticker, array $definition): array
    {
        return $this->postJson("/api/v1/companies/{$ticker}/driver-model", $definition)
            ->assertOk()
            ->json();
    }

    /** @return array{string, string} ticker of a company that sells what others sell too, and the good */
    private function withRivals(): array
    {
        $good = (string) DB::table('breakdown_facts')
            ->where('axis', 'driver')
            ->groupBy('member')
            ->havingRaw('count(distinct company_id) > 1')
            ->orderBy('member')
            ->value('member');
        $ticker = (string) DB::table('breakdown_facts')
            ->join('securities', 'securities.company_id', '=', 'breakdown_facts.company_id')
            ->join('listings', 'listings.security_id', '=', 'securities.id')
            ->where('member', $good)
            ->whereNull('to_day')
            ->orderBy('listings.id')
            ->value('ticker');

        return [$ticker, $good];
    }
}
