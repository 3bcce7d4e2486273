<?php

declare(strict_types=1);

namespace Tests\Api;

use App\Models\Role;
use App\Models\User;
use Tests\DemoTestCase;

/** What somebody made is theirs alone until they share it; then others read it, and whoever wants one has a copy. */
final class SharingTest extends DemoTestCase
{
    private User $ada;

    private User $berta;

    protected function setUp(): void
    {
        parent::setUp();
        $this->ada = $this->someone();
        $this->berta = $this->someone('Berta', Role::Reader);
        $this->actingAs($this->ada);
    }

    /** @return array<string, int> number by kind, of what Ada made */
    private function made(): array
    {
        return [
            'screens' => $this->postJson('/api/v1/screens', [
                'name' => 'Cheap',
                'criteria' => ['price_to_earnings < 15'],
                'columns' => ['market_cap'],
            ])->json('id'),
            'column-sets' => $this->postJson('/api/v1/column-views', ['name' => 'Wide', 'columns' => ['net_margin', 'market_cap']])->json(
                'id',
            ),
            'lists' => $this->postJson('/api/v1/lists', ['name' => 'Salt', 'tickers' => ['BRSW', 'ORTN']])->json('id'),
            'own-metrics' => $this->postJson('/api/v1/own-metrics', [
                'key' => 'salt_share',
                'label' => 'Share of salt',
                'kind' => 'formula',
                'definition' => 'gross_profit / revenue',
                'unit' => 'percent',
            ])->json('id'),
            'valuations' => $this->postJson('/api/v1/valuations', ['ticker' => 'BRSW', 'name' => 'Base', 'changes' => []])->json('id'),
        ];
    }

    /** @return array<string, array<string, mixed>> what is seen, by kind */
    private function seen(): array
    {
        return array_column($this->getJson('/api/v1/shared')->assertOk()->json(), null, 'kind');
    }

    public function test_of_a_long_list_the_first_companies_are_named_and_the_others_counted(): void
    {
        $rows = $this->postJson('/api/v1/screens/run', ['screen' => ['criteria' => []], 'limit' => 23])
            ->assertOk()
            ->json('rows');
        $tickers = array_column($rows, 'ticker');
        $this->assertCount(23, $tickers);
        $this->postJson('/api/v1/lists', ['name' => 'Long', 'tickers' => $tickers])->assertCreated();
        $this->assertSame(implode(', ', array_slice($tickers, 0, 20)).' and 3 more', $this->seen()['lists']['holds']);
    }

    public function test_what_is_shared_is_read_and_copied_and_changed_by_its_owner_alone(): void
    {
        $made = $this->made();
        $this->assertSame($made, array_map(static fn (array $entry): int => $entry['id'], $this->seen()));
        $this->assertSame([null], array_values(array_unique(array_column($this->seen(), 'owner'))));
        $this->actingAs($this->berta);
        $this->assertSame([], $this->seen(), 'nothing before it is shared');
        foreach ($made as $kind => $id) {
            $this->putJson("/api/v1/shared/{$kind}/{$id}", ['shared' => true])->assertStatus(404);
            $this->postJson("/api/v1/shared/{$kind}/{$id}/copy")->assertStatus(404);
        }
        $this->actingAs($this->ada);
        foreach ($made as $kind => $id) {
            $this->putJson("/api/v1/shared/{$kind}/{$id}", ['shared' => true])
                ->assertOk()
                ->assertJsonPath('shared', true);
        }
        $this->actingAs($this->berta);
        $seen = $this->seen();
        $this->assertSame(
            ['price_to_earnings < 15', 'net_margin, market_cap', 'BRSW, ORTN', 'salt_share = gross_profit / revenue'],
            array_column(array_slice($seen, 0, 4), 'holds'),
        );
        $this->assertMatchesRegularExpression('/^\S.*: [\d ]+\.\d\d XCR$/', $seen['valuations']['holds']);
        $this->assertSame(['Ada'], array_values(array_unique(array_column($seen, 'owner'))));
        $this->deleteJson("/api/v1/screens/{$made['screens']}")->assertStatus(404);
        foreach ($made as $kind => $id) {
            $copy = $this->postJson("/api/v1/shared/{$kind}/{$id}/copy")
                ->assertCreated()
                ->json();
            $this->assertSame([null, false, $seen[$kind]['holds']], [$copy['owner'], $copy['shared'], $copy['holds']], $kind);
            $this->assertNotSame($id, $copy['id']);
        }
        $this->assertSame(['BRSW', 'ORTN'], array_column($this->getJson('/api/v1/lists')->json('0.items'), 'ticker'));
        $this->app->forgetScopedInstances();
        $this->assertSame('salt_share', $this->getJson('/api/v1/own-metrics')->json('0.key'));
        // Whoever is no longer shown it keeps the copy.
        $this->actingAs($this->ada);
        $this->putJson("/api/v1/shared/lists/{$made['lists']}", ['shared' => false])->assertOk();
        $this->deleteJson("/api/v1/lists/{$made['lists']}")->assertSuccessful();
        $this->actingAs($this->berta);
        $this->assertSame(null, $this->seen()['lists']['owner']);
    }

    public function test_a_copy_that_names_what_only_its_owner_has_is_refused_with_the_name(): void
    {
        $this->made();
        $screen = $this->postJson('/api/v1/screens', ['name' => 'Salty', 'criteria' => ['salt_share > 0.3']])->json('id');
        $this->putJson("/api/v1/shared/screens/{$screen}", ['shared' => true])->assertOk();
        $this->actingAs($this->berta);
        $refused = $this->postJson("/api/v1/shared/screens/{$screen}/copy")
            ->assertStatus(422)
            ->json('detail');
        $this->assertStringContainsString('salt_share', $refused);
        $this->assertSame([], $this->getJson('/api/v1/screens')->json());
    }

    public function test_a_kind_nobody_knows_and_a_wish_that_is_none(): void
    {
        $made = $this->made();
        $this->putJson('/api/v1/shared/notes/1', ['shared' => true])->assertStatus(404);
        $this->putJson("/api/v1/shared/screens/{$made['screens']}", ['shared' => 'perhaps'])->assertStatus(422);
        $this->postJson('/api/v1/shared/screens/999999/copy')->assertStatus(404);
    }
}
