<?php

declare(strict_types=1);

namespace Tests\Api;

use App\Storage\StatementFindings;
use Tests\DemoTestCase;

final class CatalogueTest extends DemoTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone());
    }

    public function test_the_catalogue_holds_all_one_needs_to_write_a_criterion(): void
    {
        $catalogue = $this->getJson('/api/v1/catalogue')->assertOk()->json();
        $this->assertGreaterThan(250, count($catalogue['metrics']));
        $pe = array_values(array_filter($catalogue['metrics'], static fn (array $m): bool => $m['key'] === 'price_to_earnings'))[0];
        $this->assertSame(
            ['times', 'lower', 'price / earnings_per_share_diluted', 'earnings_per_share_diluted <= 0'],
            [$pe['unit'], $pe['better'], $pe['formula'], $pe['not_meaningful_when']],
        );
        foreach ($catalogue['metrics'] as $metric) {
            $this->assertArrayHasKey($metric['group'], $catalogue['groups']);
        }
        $this->assertContains('mean_of', array_column($catalogue['functions'], 'name'));
        $this->assertContains('revenue', array_column($catalogue['lines'], 'key'));
        $this->assertSame('Food products', $catalogue['sectors']['10']);
        $this->assertCount(3, $catalogue['exchanges']);
    }

    public function test_the_status_names_the_latest_day(): void
    {
        $this->getJson('/api/v1/status')
            ->assertOk()
            ->assertExactJson(['latest_day' => '2026-06-30', 'currency' => 'XCR', 'ready' => true]);
    }

    public function test_a_universe_can_be_narrowed_in_every_way(): void
    {
        $size = fn (array $universe): int => $this->postJson('/api/v1/screens/run', ['screen' => ['universe' => $universe]])
            ->assertOk()
            ->json('universe.size');
        $all = $size([]);
        $this->assertSame($all, $size(['templates' => ['industrial']]) + $size(['templates' => ['bank', 'insurer', 'property']]));
        $this->assertSame($all, $size(['countries' => ['XA']]) + $size(['countries' => ['XB']]) + $size(['countries' => ['XC']]));
        $this->assertSame($size(['countries' => ['XA']]), $size(['exchanges' => ['XQTH']]));
        $this->assertSame(2, $size(['companies' => [1, 2]]));
        $this->assertSame($all - 2, $size(['exclude' => [1, 2]]));
        $this->assertSame(0, $size(['companies' => []]));
        $this->assertSame(1, $size(['companies' => [1, 4], 'templates' => ['bank']]));
    }

    public function test_a_distribution_counts_the_universe_it_is_of(): void
    {
        $d = $this->postJson('/api/v1/screens/distribution', [
            'formula' => 'price_to_earnings',
            'universe' => ['templates' => ['industrial']],
        ])
            ->assertOk()
            ->json();
        $universe = $this->postJson('/api/v1/screens/run', ['screen' => ['universe' => ['templates' => ['industrial']]]])->json(
            'universe.size',
        );
        $this->assertSame($universe, $d['known'] + $d['unknown']);
        $this->assertSame($d['known'], $d['below'] + array_sum($d['counts']) + $d['above']);
        $this->assertTrue($d['q1'] <= $d['median'] && $d['median'] <= $d['q3']);
        $this->postJson('/api/v1/screens/distribution', ['formula' => 'price_to_'])->assertStatus(422);
    }

    public function test_pages_of_a_screen_are_slices_of_one_order(): void
    {
        $ask = fn (int $offset, int $limit): array => array_column(
            $this->postJson('/api/v1/screens/run', ['screen' => ['sort' => ['-market_cap']], 'offset' => $offset, 'limit' => $limit])
                ->assertOk()
                ->json('rows'),
            'ticker',
        );
        $this->assertSame($ask(0, 20), [...$ask(0, 7), ...$ask(7, 13)]);
        $this->assertSame([], $ask(5000, 10));
        $this->postJson('/api/v1/screens/run', ['screen' => [], 'limit' => 100000])->assertStatus(422);
    }

    public function test_a_saved_screen_is_found_opened_changed_and_deleted(): void
    {
        $screen = [
            'name' => 'Salted',
            'belief' => 'Salt keeps.',
            'universe' => ['sectors' => ['10']],
            'criteria' => [['formula' => 'gross_margin > 0.3', 'active' => false]],
            'columns' => ['gross_margin'],
            'sort' => [['column' => 'gross_margin', 'direction' => 'descending']],
        ];
        $id = $this->postJson('/api/v1/screens', $screen)->assertCreated()->json('id');
        $this->assertEquals(
            [...$screen, 'version' => 2, 'literature' => '', 'set_aside' => [], 'ranking' => null, 'regression' => null],
            $this->getJson('/api/v1/screens')->json('0.definition'),
        );
        $this->assertSame((string) $id, $this->getJson('/api/v1/finder?q=salted')->json('results.0.key'));
        $this->putJson("/api/v1/screens/{$id}", [...$screen, 'name' => 'Sweetened'])->assertOk();
        $this->assertSame('Sweetened', $this->getJson('/api/v1/screens')->json('0.name'));
        $this->putJson("/api/v1/screens/{$id}", [...$screen, 'criteria' => ['nonsense >']])->assertStatus(422);
        $this->assertSame('Sweetened', $this->getJson('/api/v1/screens')->json('0.name'), 'The last good state is kept.');
        $this->deleteJson("/api/v1/screens/{$id}")->assertNoContent();
    }

    public function test_gaps_are_reported_where_they_are(): void
    {
        $statement = $this->getJson('/api/v1/companies/NSMS/statements?statement=balance')->assertOk()->json();
        $this->assertNotContains('FY 2019', array_column($statement['periods'], 'label'));
        $this->app->make(StatementFindings::class)->check([(int) $this->companyId('NSMS')]);
        $this->assertStringContainsString(
            'Total current assets',
            implode(' ', array_column($this->getJson('/api/v1/findings?ticker=NSMS')->assertOk()->json('findings'), 'sentence')),
        );
        $this->assertSame([], $this->getJson('/api/v1/findings?ticker=BRSW')->json('findings'));
    }

    public function test_an_address_that_is_nothing_is_said_to_be_nothing(): void
    {
        $this->getJson('/api/v1/weather')->assertStatus(404)->assertHeader('Content-Type', 'application/problem+json');
        $this->getJson('/api/v1/tasks/123456')->assertStatus(404);
        $this->deleteJson('/api/v1/screens')->assertStatus(405);
    }
}
