<?php

declare(strict_types=1);

namespace Tests\Installation;

use App\Models\AccessToken;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\Group;
use Tests\DemoTestCase;

/** Scripts ask with tokens, for reading only or for all the person may do. */
final class TokensTest extends DemoTestCase
{
    /** @param  array<string, mixed>  $data */
    private function with(string $token, string $method, string $address, array $data = []): TestResponse
    {
        $this->app['auth']->forgetGuards();

        return $this->json($method, "/api/v1/{$address}", $data, ['Authorization' => "Bearer {$token}"]);
    }

    private function made(bool $readsOnly): string
    {
        $this->actingAs($this->someone($readsOnly ? 'Reads' : 'Writes'));
        $token = $this->postJson('/api/v1/tokens', ['name' => 'nightly', 'reads_only' => $readsOnly])->assertCreated()->json();
        $this->assertSame(['nightly', $readsOnly], [$token['name'], $token['reads_only']]);
        $this->assertArrayNotHasKey('token', $this->getJson('/api/v1/tokens')->assertOk()->json('0'), 'it is told once');
        $this->app['auth']->forgetGuards();
        $this->flushSession();

        return $token['token'];
    }

    /** That nothing is written is shown by a pragma of SQLite. */
    #[Group('sqlite')]
    public function test_a_token_for_reading_asks_and_changes_nothing(): void
    {
        $token = $this->made(true);
        DB::statement('pragma query_only = on');
        try {
            $this->with($token, 'GET', 'companies/BRSW/metrics?keys=net_margin')->assertOk();
            $this->with($token, 'POST', 'companies/BRSW/cash-flow-value', [])->assertOk();
            $this->with($token, 'POST', 'lists', ['name' => 'Mine'])->assertForbidden()->assertJsonPath(
                'detail',
                'This token is for reading only. Make another one that may change things.',
            );
        } finally {
            DB::statement('pragma query_only = off');
        }
        $this->assertNull(AccessToken::query()->firstOrFail()->last_used_at, 'a question writes nothing');
    }

    public function test_a_token_for_all_does_what_its_person_may_and_makes_no_other(): void
    {
        $token = $this->made(false);
        $this->with($token, 'POST', 'lists', ['name' => 'Mine', 'tickers' => ['BRSW']])->assertCreated();
        $this->with($token, 'PUT', 'installation', ['currency' => 'XVN'])->assertForbidden();
        $this->with($token, 'POST', 'tokens', ['name' => 'another'])->assertForbidden();
        $this->with($token, 'DELETE', 'tokens/'.AccessToken::query()->value('id'))->assertForbidden();
        $this->with('nothing', 'GET', 'lists')->assertUnauthorized();
        $this->with($token.'x', 'GET', 'lists')->assertUnauthorized();
    }

    public function test_who_made_it_revokes_it_and_nobody_else(): void
    {
        $token = $this->made(true);
        $id = AccessToken::query()->value('id');
        $this->actingAs($this->someone('Eve'));
        $this->assertSame([], $this->getJson('/api/v1/tokens')->json());
        $this->deleteJson("/api/v1/tokens/{$id}")->assertNotFound();
        $this->actingAs(AccessToken::query()->firstOrFail()->tokenable);
        $this->deleteJson("/api/v1/tokens/{$id}")->assertNoContent();
        $this->flushSession();
        $this->with($token, 'GET', 'lists')->assertUnauthorized();
    }
}
