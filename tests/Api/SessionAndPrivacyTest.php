<?php

declare(strict_types=1);

namespace Tests\Api;

use PHPUnit\Framework\Attributes\DataProvider;
use Tests\DemoTestCase;

final class SessionAndPrivacyTest extends DemoTestCase
{
    public function test_nobody_reads_without_signing_in(): void
    {
        $this->getJson('/api/v1/companies/BRSW')
            ->assertStatus(401)
            ->assertHeader('Content-Type', 'application/problem+json')
            ->assertJsonPath('detail', 'Sign in to do this.');
        $this->getJson('/api/v1/session')->assertOk()->assertJsonPath('user', null)->assertJsonPath('demo', true);
    }

    public function test_the_demo_account_exists_in_demo_mode_only(): void
    {
        $this->postJson('/api/v1/session/demo')->assertOk()->assertJsonPath('user.name', 'Demo');
        config(['logion.demo' => false]);
        $this->postJson('/api/v1/session/demo')->assertStatus(404);
    }

    public function test_an_account_signs_in_and_out(): void
    {
        $this->postJson('/api/v1/users', ['name' => 'Grace', 'email' => 'grace@example.invalid', 'password' => 'short'])->assertStatus(422);
        $this->postJson('/api/v1/users', [
            'name' => 'Grace',
            'email' => 'grace@example.invalid',
            'password' => 'a long enough password',
        ])->assertOk();
        $this->deleteJson('/api/v1/session')->assertNoContent();
        $this->postJson('/api/v1/session', ['email' => 'grace@example.invalid', 'password' => 'wrong'])
            ->assertStatus(422)
            ->assertJsonPath('errors.email.0', 'No account has this address and password.');
        $this->postJson('/api/v1/session', ['email' => 'grace@example.invalid', 'password' => 'a long enough password'])
            ->assertOk()
            ->assertJsonPath('user.name', 'Grace');
    }

    /** @return iterable<string, array{string, array<string, mixed>, string}> */
    public static function things(): iterable
    {
        yield 'screen' => ['screens', ['name' => 'Cheap', 'criteria' => ['price_to_earnings < 10']], 'screens/%d'];
        yield 'list' => ['lists', ['name' => 'Three', 'tickers' => ['BRSW', 'ULVL', 'FNSB']], 'lists/%d'];
        yield 'valuation' => ['valuations', ['ticker' => 'BRSW', 'name' => 'Base'], 'valuations/%d'];
        yield 'decision' => [
            'decisions',
            [
                'ticker' => 'BRSW',
                'verdict' => 'watch',
                'thesis' => 'Salt keeps.',
                'disproof' => 'Margins below 15 %.',
                'value_per_share' => 100,
                'margin_of_safety' => 0.25,
            ],
            'decisions/%d',
        ];
        yield 'note' => ['companies/BRSW/notes', ['figure' => 'price_to_earnings', 'body' => 'Too low?'], 'notes/%d'];
    }

    /** @param  array<string, mixed>  $body */
    #[DataProvider('things')]
    public function test_what_one_user_makes_no_other_sees_or_deletes(string $path, array $body, string $one): void
    {
        $ada = $this->someone('Ada');
        $bob = $this->someone('Bob');
        $id = $this->actingAs($ada)
            ->postJson("/api/v1/{$path}", $body)
            ->assertCreated()
            ->json('id');
        $this->assertCount(
            1,
            $this->getJson("/api/v1/{$path}")
                ->assertOk()
                ->json(),
        );
        $this->actingAs($bob)
            ->getJson("/api/v1/{$path}")
            ->assertOk()
            ->assertExactJson([]);
        $this->deleteJson('/api/v1/'.sprintf($one, $id))
            ->assertStatus(404)
            ->assertJsonPath('detail', 'There is nothing of that number, or it belongs to somebody else.');
        $this->actingAs($ada)
            ->deleteJson('/api/v1/'.sprintf($one, $id))
            ->assertNoContent();
        $this->getJson("/api/v1/{$path}")->assertExactJson([]);
    }

    public function test_one_cannot_mark_overwrite_or_decide_with_what_is_anothers(): void
    {
        $ada = $this->someone('Ada');
        $bob = $this->someone('Bob');
        $this->actingAs($ada);
        $list = $this->postJson('/api/v1/lists', ['name' => 'L', 'tickers' => ['BRSW']])->json('id');
        $screen = $this->postJson('/api/v1/screens', ['name' => 'S', 'criteria' => []])->json('id');
        $valuation = $this->postJson('/api/v1/valuations', ['ticker' => 'BRSW', 'name' => 'V'])->json('id');
        $decision = $this->postJson('/api/v1/decisions', iterator_to_array(self::things())['decision'][1])->json('id');
        $this->actingAs($bob);
        $this->putJson("/api/v1/lists/{$list}/items/BRSW", ['mark' => 'drop'])->assertStatus(404);
        $this->putJson("/api/v1/screens/{$screen}", ['name' => 'Mine now', 'criteria' => []])->assertStatus(404);
        $this->putJson("/api/v1/decisions/{$decision}", iterator_to_array(self::things())['decision'][1])->assertStatus(404);
        $this->postJson("/api/v1/decisions/{$decision}/restore")->assertStatus(404);
        $this->postJson('/api/v1/decisions', [
            ...iterator_to_array(self::things())['decision'][1],
            'valuation_id' => $valuation,
        ])->assertStatus(404);
        $this->assertSame(
            [],
            array_filter($this->getJson('/api/v1/finder?q=mine')->json('results'), static fn (array $r): bool => $r['kind'] === 'screen'),
        );
    }

    public function test_who_is_not_signed_in_is_told_so_whatever_answer_is_accepted(): void
    {
        foreach (['/api/v1/decisions', '/api/v1/lists', '/api/v1/metrics/own'] as $address) {
            foreach (['application/json', 'text/html', '*/*', ''] as $accept) {
                $status = $this->withHeaders(['Accept' => $accept])
                    ->get($address)
                    ->status();
                $this->assertContains($status, [401, 404], "{$address} {$accept}");
            }
        }
        $this->withHeaders(['Accept' => ''])
            ->get('/api/v1/decisions')
            ->assertStatus(401)
            ->assertHeader('Content-Type', 'application/problem+json');
    }
}
