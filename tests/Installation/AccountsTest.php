<?php

declare(strict_types=1);

namespace Tests\Installation;

use App\Models\Invitation;
use App\Models\Role;
use App\Models\Setting;
use App\Models\User;
use App\Storage\Settings;
use Tests\DemoTestCase;

/** Who may make an account, and with which role. */
final class AccountsTest extends DemoTestCase
{
    private static int $made = 0;

    /** @param  array<string, mixed>  $more */
    private function register(array $more = []): \Illuminate\Testing\TestResponse
    {
        auth('web')->logout();
        $this->app['auth']->forgetGuards();
        $number = ++self::$made;

        return $this->postJson('/api/v1/users', [
            'name' => "Person {$number}",
            'email' => "person{$number}@example.invalid",
            'password' => 'a long enough password',
            ...$more,
        ]);
    }

    private function open(string $to): void
    {
        Setting::query()->updateOrCreate(['name' => Settings::NEW_ACCOUNTS], ['value' => $to]);
        $this->app->forgetInstance(Settings::class);
    }

    public function test_the_first_to_come_keeps_the_house_and_the_door_is_closed_behind(): void
    {
        User::query()->delete();
        $this->getJson('/api/v1/session')->assertOk()->assertJsonPath('accounts', 'first')->assertJsonPath('user', null);
        $this->register(['role' => 'reader'])->assertOk()->assertJsonPath('user.role', 'administrator');
        $this->getJson('/api/v1/session')->assertJsonPath('accounts', 'closed');
        $this->register(['role' => 'administrator'])
            ->assertForbidden()
            ->assertJsonPath(
                'detail',
                'New accounts are closed here. Ask an administrator of this installation for an invitation, and open its link.',
            );
        $this->assertSame(1, User::query()->count());
    }

    public function test_where_it_is_open_everybody_comes_in_with_the_role_that_was_chosen(): void
    {
        $this->someone();
        foreach (['reader', 'editor'] as $role) {
            $this->open($role);
            $this->getJson('/api/v1/session')->assertJsonPath('accounts', 'open');
            $this->register(['role' => 'administrator'])->assertOk()->assertJsonPath('user.role', $role);
        }
        $this->open(Settings::CLOSED);
        $this->register()->assertForbidden();
    }

    public function test_an_invitation_lets_one_person_in_once_and_not_for_ever(): void
    {
        $this->actingAs($this->someone('Root', Role::Administrator));
        $made = $this->postJson('/api/v1/invitations', ['role' => 'editor'])->assertCreated();
        $token = explode('invitation=', (string) $made->json('link'))[1];
        $this->assertStringNotContainsString($token, (string) json_encode(Invitation::query()->get()), 'Only a digest is kept.');
        $this->getJson('/api/v1/accounts')->assertJsonPath('invitations.0.role', 'editor')->assertJsonPath('invitations.0.made_by', 'Root');
        $this->register(['invitation' => 'x'.$token])->assertForbidden();
        $this->register(['invitation' => $token])->assertOk()->assertJsonPath('user.role', 'editor');
        $this->register(['invitation' => $token])
            ->assertForbidden()
            ->assertJsonPath('detail', 'The invitation was used already or has run out. Ask for another.');

        $this->actingAs(User::query()->where('name', 'Root')->firstOrFail());
        $this->assertSame([], $this->getJson('/api/v1/accounts')->json('invitations'));
        $late = $this->postJson('/api/v1/invitations', ['role' => 'reader']);
        $this->travel(15)->days();
        $this->register(['invitation' => explode('invitation=', (string) $late->json('link'))[1]])->assertForbidden();
        $this->travelBack();
        $this->actingAs(User::query()->where('name', 'Root')->firstOrFail());
        $this->deleteJson("/api/v1/invitations/{$late->json('id')}")->assertNoContent();
        $this->register(['invitation' => explode('invitation=', (string) $late->json('link'))[1]])->assertForbidden();
    }

    public function test_roles_change_and_one_administrator_always_remains(): void
    {
        $this->actingAs($root = $this->someone('Root', Role::Administrator));
        $other = $this->someone('Other', Role::Reader);
        User::query()->whereKeyNot([$root->id, $other->id])->update(['role' => 'reader']);
        $this->putJson("/api/v1/accounts/{$root->id}", ['role' => 'reader'])
            ->assertStatus(409)
            ->assertJsonPath('detail', 'This is the only administrator. Make somebody else one first.');
        $this->putJson("/api/v1/accounts/{$other->id}", ['role' => 'owner'])->assertStatus(422);
        $this->putJson("/api/v1/accounts/{$other->id}", ['role' => 'administrator'])->assertOk()->assertJsonPath('role', 'administrator');
        $this->putJson("/api/v1/accounts/{$root->id}", ['role' => 'reader'])->assertOk();
        $this->actingAs($root->refresh());
        $this->putJson("/api/v1/accounts/{$other->id}", ['role' => 'reader'])->assertForbidden();
    }
}
