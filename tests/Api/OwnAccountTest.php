<?php

declare(strict_types=1);

namespace Tests\Api;

use App\Feature\Account\AccountLink;
use App\Feature\Account\AddressLink;
use App\Feature\Account\GoodPassword;
use App\Feature\Account\TimeCode;
use App\Models\AuditEntry;
use App\Models\Paper;
use App\Models\Role;
use App\Models\SignIn;
use App\Models\User;
use Illuminate\Console\Scheduling\CallbackEvent;
use Illuminate\Console\Scheduling\Schedule;
use Illuminate\Http\Middleware\TrustProxies;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;
use Illuminate\Support\Facades\Hash;
use Illuminate\Support\Facades\Notification;
use Illuminate\Support\Facades\Schema;
use Illuminate\Support\Facades\Session;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Facades\Validator;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\DemoTestCase;

/** Passwords, sign-ins, the second factor, the end of an account, and what is kept of all that. */
final class OwnAccountTest extends DemoTestCase
{
    private const PASSWORD = 'a long enough password';

    private const OTHER = 'seven herons in the reed';

    /** @param  array<string, string>  $more */
    private function signIn(string $email = 'ada@example.invalid', string $password = self::PASSWORD, array $more = []): TestResponse
    {
        $this->app['auth']->forgetGuards();
        $this->flushSession();

        return $this->postJson('/api/v1/session', ['email' => $email, 'password' => $password, ...$more]);
    }

    /** What the browser of a sign-in carries. @return array<string, mixed> */
    private function browser(): array
    {
        return $this->app['session.store']->all();
    }

    /** @param  array<string, mixed>  $browser */
    private function with(array $browser): static
    {
        $this->app['auth']->forgetGuards();
        $this->flushSession();

        return $this->withSession($browser);
    }

    public function test_another_password_ends_every_other_session_and_the_old_one(): void
    {
        $this->someone();
        $this->signIn()->assertOk();
        $first = $this->browser();
        $this->signIn()->assertOk();
        $second = $this->browser();
        $change = fn (string $current, string $password): TestResponse => $this->putJson('/api/v1/account/password', [
            'current' => $current,
            'password' => $password,
        ]);
        $change('not it', self::OTHER)->assertJsonPath('errors.current.0', 'The present password is another.');
        $change(self::PASSWORD, 'short')->assertJsonPath('errors.password.0', 'Write a password of at least 10 characters.');
        $change(self::PASSWORD, self::PASSWORD)->assertStatus(422);
        $this->with($first)->getJson('/api/v1/account')->assertOk()->assertJsonCount(2, 'sign_ins');
        $this->with($second)
            ->putJson('/api/v1/account/password', ['current' => self::PASSWORD, 'password' => self::OTHER])
            ->assertNoContent();
        $this->with($second)->getJson('/api/v1/account')->assertOk()->assertJsonCount(1, 'sign_ins');
        $this->with($first)->getJson('/api/v1/account')->assertUnauthorized();
        $this->signIn()->assertStatus(422);
        $this->signIn('ADA@Example.invalid ', self::OTHER)->assertOk();
        $this->assertSame(
            1,
            AuditEntry::query()
                ->where(['action' => 'password_changed', 'who' => 'ada@example.invalid'])
                ->count(),
        );
    }

    public function test_one_sees_where_one_is_signed_in_and_signs_out_there(): void
    {
        $this->someone();
        $this->someone('Bee');
        $this->signIn('bee@example.invalid')->assertOk();
        $others = SignIn::query()->value('id');
        $this->signIn()->assertOk();
        $first = $this->browser();
        $this->withHeader('User-Agent', 'Other browser')->signIn()->assertOk();
        $second = $this->browser();
        $told = collect($this->getJson('/api/v1/account')->assertOk()->json('sign_ins'));
        $this->assertSame(['Other browser'], $told->where('current', true)->pluck('agent')->all());
        $this->assertSame(['127.0.0.1'], $told->pluck('address')->unique()->all());
        $this->deleteJson("/api/v1/account/sign-ins/{$others}")->assertNotFound();
        $this->deleteJson("/api/v1/account/sign-ins/{$told->firstWhere('current', false)['id']}")->assertNoContent();
        $this->with($first)->getJson('/api/v1/account')->assertUnauthorized();
        $this->with($second)->getJson('/api/v1/account')->assertJsonCount(1, 'sign_ins');
        $this->signIn()->assertOk();
        $third = $this->browser();
        $this->deleteJson('/api/v1/account/sign-ins')->assertOk()->assertJsonPath('ended', 1);
        $this->with($second)->getJson('/api/v1/account')->assertUnauthorized();
        $this->with($third)->deleteJson('/api/v1/session')->assertNoContent();
        // The cookie of a browser that signed out lets nobody in, whoever kept a copy of it.
        $this->with($third)->getJson('/api/v1/account')->assertUnauthorized();
        $this->assertNull(SignIn::query()->find($others)->ended_at);
    }

    public function test_a_forgotten_password_is_reset_once_by_a_link_and_nobody_learns_who_has_an_account(): void
    {
        Notification::fake();
        $ada = $this->someone();
        $token = $ada->createToken('script')->plainTextToken;
        $this->signIn()->assertOk();
        $browser = $this->browser();
        $this->with([]);
        $known = $this->postJson('/api/v1/password-resets', ['email' => 'Ada@example.invalid']);
        $unknown = $this->postJson('/api/v1/password-resets', ['email' => 'nobody@example.invalid']);
        $this->assertSame([202, '{}'], [$known->status(), $known->content()]);
        $this->assertSame([202, '{}'], [$unknown->status(), $unknown->content()]);
        $link = '';
        Notification::assertSentTo($ada, \App\Feature\Account\PasswordForgotten::class, static function ($of) use (&$link): bool {
            $link = $of->toMail()->actionUrl;

            return true;
        });
        Notification::assertCount(1);
        parse_str((string) parse_url($link, PHP_URL_QUERY), $of);
        $reset = fn (array $more): TestResponse => $this->putJson('/api/v1/password-resets', [
            'email' => $of['email'],
            'token' => $of['reset'],
            'password' => self::OTHER,
            ...$more,
        ]);
        $reset(['token' => 'x'])->assertStatus(422);
        $reset(['email' => 'bee@example.invalid'])->assertStatus(422);
        $reset(['password' => 'password1234'])->assertJsonPath(
            'errors.password.0',
            'Many use this password, or it is a row of the keyboard: it is among the first to be tried. Write another.',
        );
        $reset([])->assertNoContent();
        $reset([])->assertStatus(422);
        $this->with($browser)->getJson('/api/v1/account')->assertUnauthorized();
        $this->with([])->withToken($token)->getJson('/api/v1/catalogue')->assertUnauthorized();
        $this->withoutToken()->signIn(password: self::OTHER)->assertOk();
    }

    public function test_a_link_is_over_after_an_hour_and_an_administrator_makes_one(): void
    {
        $ada = $this->someone();
        $this->actingAs($this->someone('Keeper', Role::Administrator));
        $link = $this->postJson("/api/v1/accounts/{$ada->id}/reset-link")
            ->assertCreated()
            ->json('link');
        parse_str((string) parse_url($link, PHP_URL_QUERY), $of);
        $this->travel(61)->minutes();
        $body = ['email' => $of['email'], 'token' => $of['reset'], 'password' => self::OTHER];
        $this->putJson('/api/v1/password-resets', $body)->assertStatus(422);
        $this->travelBack();
        $this->putJson('/api/v1/password-resets', $body)->assertNoContent();
        $this->actingAs($ada)
            ->postJson("/api/v1/accounts/{$ada->id}/reset-link")
            ->assertForbidden();
    }

    public function test_a_second_factor_is_asked_for_and_each_code_counts_once(): void
    {
        $ada = $this->someone();
        $this->signIn()->assertOk();
        $this->postJson('/api/v1/account/second-factor', ['current' => 'wrong'])->assertStatus(422);
        $told = $this->postJson('/api/v1/account/second-factor', ['current' => self::PASSWORD])
            ->assertOk()
            ->json();
        $this->assertStringContainsString('otpauth://totp/Logion:ada%40example.invalid?secret='.$told['secret'], $told['address']);
        $this->assertStringNotContainsString($told['secret'], (string) $ada->refresh()->factor_secret, 'kept encrypted');
        $code = static fn (int $steps = 0): string => TimeCode::at($told['secret'], intdiv((int) now()->timestamp, 30) + $steps);
        $this->putJson('/api/v1/account/second-factor', ['code' => '000000'])->assertStatus(422);
        $this->signIn()->assertOk();
        $now = $code();
        $codes = $this->putJson('/api/v1/account/second-factor', ['code' => substr($now, 0, 3).' '.substr($now, 3)])
            ->assertOk()
            ->json('recovery_codes');
        $this->assertCount(8, array_unique($codes));
        $this->signIn()->assertJsonPath('errors.code.0', 'Write the six digits your authenticator program shows, or a recovery code.');
        $this->assertGuest('web');
        $this->signIn(more: ['code' => $now])->assertStatus(422);
        $this->travel(30)->seconds();
        $this->signIn(password: 'wrong', more: ['code' => $code()])->assertJsonPath(
            'errors.email.0',
            'No account has this address and password.',
        );
        $this->signIn(more: ['code' => $code()])->assertOk();
        $this->signIn(more: ['code' => $code()])->assertStatus(422);
        $this->signIn(more: ['code' => $code(5)])->assertStatus(422);
        $this->signIn(more: ['code' => strtoupper($codes[2])])->assertOk();
        $this->getJson('/api/v1/account')->assertJsonPath('recovery_codes', 7)->assertJsonPath('second_factor', true);
        $this->signIn(more: ['code' => $codes[2]])->assertStatus(422);
        $this->travel(60)->seconds();
        $this->signIn(more: ['code' => $code()])->assertOk();
        $this->postJson('/api/v1/account/second-factor', ['current' => self::PASSWORD])->assertForbidden();
        $this->postJson('/api/v1/account/second-factor/removal', ['current' => self::PASSWORD])->assertNoContent();
        $this->signIn()->assertOk();
        $this->assertSame(
            ['second_factor_set', 'second_factor_refused', 'recovery_code_used', 'second_factor_removed'],
            AuditEntry::query()
                ->where('user_id', $ada->id)
                ->orderBy('id')
                ->pluck('action')
                ->filter(static fn (string $of): bool => str_contains($of, 'factor') || str_contains($of, 'recovery'))
                ->unique()
                ->values()
                ->all(),
        );
    }

    /** @return iterable<array{int, string}> RFC 6238, appendix B, the last six digits */
    public static function moments(): iterable
    {
        yield [59, '287082'];
        yield [1111111109, '081804'];
        yield [1111111111, '050471'];
        yield [1234567890, '005924'];
        yield [2000000000, '279037'];
        yield [20000000000, '353130'];
    }

    #[DataProvider('moments')]
    public function test_codes_are_those_of_the_standard(int $time, string $code): void
    {
        $secret = 'GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ';
        $this->assertSame($code, TimeCode::at($secret, intdiv($time, 30)));
        $this->assertSame(intdiv($time, 30), TimeCode::step($secret, $code, $time + 30));
        $this->assertNull(TimeCode::step($secret, $code, $time + 90));
        $this->assertNull(TimeCode::step($secret, $code, $time, intdiv($time, 30)), 'taken');
        $this->assertMatchesRegularExpression('/^[A-Z2-7]{32}$/', TimeCode::secret());
    }

    /** @return iterable<string, array{string, string|null}> */
    public static function passwords(): iterable
    {
        yield 'a sentence' => ['seven herons in the reed', null];
        yield 'letters of any script' => ['зелёная цапля у воды', null];
        yield 'seventy-two bytes' => [str_repeat('heron ', 12), null];
        yield 'a byte more' => [str_repeat('heron ', 12).'x', '73'];
        yield 'more bytes than letters' => [str_repeat('цапля ', 6).'ab', null];
        yield 'too many of them' => [str_repeat('цапля ', 8), '88'];
        yield 'too short' => ['heron reed', null];
        yield 'nine' => ['heronreed', '10 characters'];
        yield 'NUL' => ["seven herons\0 in the reed", 'nought'];
        yield 'few letters' => ['abababababababab', '5 different'];
        yield 'figures in a row' => ['1234567890', 'row of the keyboard'];
        yield 'backwards' => ['0987654321', 'row of the keyboard'];
        yield 'keys in a row' => ['qwertyuiop12', 'row of the keyboard'];
        yield 'what many use' => ['Password1234!', 'Many use'];
        yield 'what many use, dressed up' => ['!!Basketball99', 'Many use'];
        yield 'one’s own name' => ['lovelace1815', 'without your name'];
        yield 'one’s own address' => ['Ada.Lovelace!', 'without your name'];
        yield 'a name within a sentence' => ['lovelace counts seven herons', null];
    }

    #[DataProvider('passwords')]
    public function test_a_password_is_long_and_not_one_that_many_use(string $password, ?string $why): void
    {
        $errors = Validator::make(
            ['name' => 'Ada Lovelace', 'email' => 'ada@example.invalid', 'password' => $password],
            ['password' => [new GoodPassword()]],
        )
            ->errors()
            ->get('password');
        if ($why === null) {
            $this->assertSame([], $errors);
        } else {
            $this->assertStringContainsString($why, $errors[0] ?? 'taken');
        }
    }

    public function test_an_account_goes_with_everything_that_is_its_own(): void
    {
        $this->someone('Keeper', Role::Administrator);
        $ada = $this->someone();
        $bee = $this->someone('Bee');
        Storage::fake(Paper::DISK);
        foreach ([$ada, $bee] as $user) {
            Storage::disk(Paper::DISK)->put("{$user->name}.pdf", 'x');
            Paper::query()->insert([
                'user_id' => $user->id,
                'company_id' => $this->companyId('BRSW'),
                'name' => 'x',
                'kept_as' => "{$user->name}.pdf",
                'media_type' => 'application/pdf',
                'size' => 1,
                'on_day' => 20260630,
            ]);
            $user->createToken('script');
            $this->actingAs($user)
                ->postJson('/api/v1/lists', ['name' => 'Mine', 'tickers' => ['BRSW']])
                ->assertCreated();
        }
        $this->signIn()->assertOk();
        $this->postJson('/api/v1/account/removal', ['current' => 'wrong'])->assertStatus(422);
        $this->postJson('/api/v1/account/removal', ['current' => self::PASSWORD])->assertNoContent();
        $this->assertGuest('web');
        foreach ($this->tablesOfUsers() as $table) {
            $this->assertSame(0, DB::table($table)->where('user_id', $ada->id)->count(), $table);
        }
        $this->assertSame(0, DB::table('personal_access_tokens')->where('tokenable_id', $ada->id)->count());
        $this->assertSame(1, DB::table('personal_access_tokens')->where('tokenable_id', $bee->id)->count());
        $this->assertSame(1, DB::table('company_lists')->where('user_id', $bee->id)->count());
        $this->assertSame(['Bee.pdf'], Storage::disk(Paper::DISK)->allFiles());
        $this->signIn()->assertStatus(422);
        $this->assertSame('ada@example.invalid', AuditEntry::query()->where('action', 'account_deleted')->value('who'));
    }

    public function test_the_last_administrator_stays_while_others_are_there(): void
    {
        User::query()
            ->where('role', Role::Administrator)
            ->update(['role' => Role::Reader]);
        $this->someone('Keeper', Role::Administrator);
        $this->someone();
        $this->signIn('keeper@example.invalid')->assertOk();
        $this->postJson('/api/v1/account/removal', ['current' => self::PASSWORD])->assertConflict();
        $this->someone('Other', Role::Administrator);
        $this->postJson('/api/v1/account/removal', ['current' => self::PASSWORD])->assertNoContent();
    }

    public function test_neither_a_token_nor_the_demo_changes_an_account(): void
    {
        $ada = $this->someone();
        $this->withToken($ada->createToken('script', ['*'])->plainTextToken);
        $this->deleteJson('/api/v1/account/sign-ins')->assertForbidden();
        $this->withoutToken()->with([])->postJson('/api/v1/session/demo')->assertOk();
        $this->deleteJson('/api/v1/account/sign-ins')
            ->assertForbidden()
            ->assertJsonPath('detail', 'The account of the demo has no password and is everybody’s. Make an account to try this.');
    }

    public function test_guessing_is_slowed_for_the_victim_and_for_the_address(): void
    {
        $this->someone();
        $this->someone('Bee');
        for ($i = 0; $i < 20; $i++) {
            $this->signIn(password: "guess {$i}")->assertStatus(422);
        }
        $this->signIn()->assertStatus(429);
        $this->signIn('bee@example.invalid')->assertOk();
        $this->withServerVariables(['REMOTE_ADDR' => '10.0.0.9'])
            ->signIn()
            ->assertOk();
        $this->assertSame(
            20,
            AuditEntry::query()
                ->where(['action' => 'refused', 'who' => 'ada@example.invalid'])
                ->count(),
        );
        // From many addresses one account is tried at most so often.
        for ($i = 0, $refused = 0; $i < 100; $i++) {
            $refused +=
                (int) ($this->withServerVariables(['REMOTE_ADDR' => "10.0.1.{$i}"])
                    ->signIn(password: "guess {$i}")
                    ->status() === 429);
        }
        $this->assertGreaterThan(15, $refused);
    }

    public function test_administrators_read_and_export_what_was_done(): void
    {
        $this->actingAs($this->someone());
        $this->getJson('/api/v1/audit')->assertForbidden();
        $this->actingAs($keeper = $this->someone('Keeper', Role::Administrator));
        $this->putJson("/api/v1/accounts/{$this->someone('Bee', Role::Reader)->id}", ['role' => 'editor'])->assertOk();
        $this->postJson('/api/v1/exchanges', ['code' => 'XNEW', 'name' => '=1+1', 'country' => 'XA', 'currency' => 'XCR'])->assertCreated();
        $entries = $this->getJson('/api/v1/audit')->assertOk()->json('entries');
        $this->assertSame(['data_changed', 'role_changed'], array_column(array_slice($entries, 0, 2), 'action'));
        $this->assertSame('bee@example.invalid: editor', $entries[1]['subject']);
        $this->assertSame($keeper->email, $entries[1]['who']);
        $this->getJson('/api/v1/audit?action=role_changed')->assertJsonCount(1, 'entries');
        $this->getJson('/api/v1/audit?action=nonsense')->assertStatus(422);
        AuditEntry::query()->insert(['at' => now(), 'who' => '=cmd|x', 'action' => 'refused', 'subject' => '', 'address' => '10.0.0.1']);
        $file = $this->get('/api/v1/audit/file')->assertOk()->streamedContent();
        $this->assertStringStartsWith('at,who,action,subject,address', $file);
        $this->assertStringContainsString("'=cmd|x", $file, 'no formula of a stranger runs in a spreadsheet');
        $this->assertCount(AuditEntry::query()->count() + 1, array_filter(explode("\n", $file)));
        $more = array_map(
            static fn (int $i): array => ['at' => now(), 'who' => "p{$i}", 'action' => 'refused', 'subject' => ''],
            range(1, 150),
        );
        AuditEntry::query()->insert($more);
        $page = $this->getJson('/api/v1/audit')->assertJsonPath('more', true)->json('entries');
        $this->assertCount(100, $page);
        $next = $this->getJson("/api/v1/audit?before={$page[99]['id']}")->json('entries');
        $this->assertSame($page[99]['id'] - 1, $next[0]['id']);
    }

    public function test_only_a_proxy_that_is_trusted_is_believed(): void
    {
        $this->someone();
        $asked = fn (): string => (string) AuditEntry::query()->latest('id')->value('address');
        $header = ['X-Forwarded-For' => '203.0.113.7', 'X-Forwarded-Proto' => 'https'];
        $this->withHeaders($header)->signIn(password: 'wrong');
        $this->assertSame('127.0.0.1', $asked());
        TrustProxies::at(['127.0.0.1']);
        $this->withHeaders($header)->signIn(password: 'wrong');
        $this->assertSame('203.0.113.7', $asked());
        TrustProxies::at([]);
    }

    public function test_a_stranger_does_not_learn_who_has_an_account(): void
    {
        $this->someone();
        $this->actingAs($this->someone('Keeper', Role::Administrator));
        $this->putJson('/api/v1/installation', ['new_accounts' => 'closed'])->assertOk();
        $this->with([]);
        $register = fn (string $email, ?string $invitation = null): TestResponse => $this->postJson('/api/v1/users', [
            'name' => 'Grace',
            'email' => $email,
            'password' => self::OTHER,
            'invitation' => $invitation,
        ]);
        foreach ([null, 'not one'] as $invitation) {
            $known = $register('ada@example.invalid', $invitation)->assertForbidden();
            $unknown = $register('grace@example.invalid', $invitation)->assertForbidden();
            $this->assertSame($unknown->content(), $known->content());
        }
        $this->actingAs(User::query()->where('name', 'Keeper')->firstOrFail());
        $link = $this->postJson('/api/v1/invitations', ['role' => 'reader'])->json('link');
        parse_str((string) parse_url($link, PHP_URL_QUERY), $of);
        $this->with([]);
        $register('ADA@example.invalid', $of['invitation'])->assertJsonPath(
            'errors.email.0',
            'This address has an account already. Sign in, or have another password sent to it.',
        );
        $register('grace@example.invalid', $of['invitation'])->assertOk();
    }

    public function test_an_open_installation_sends_a_link_and_answers_everybody_the_same(): void
    {
        Notification::fake();
        config(['logion.demo' => false]);
        $ada = $this->someone();
        $this->actingAs($this->someone('Keeper', Role::Administrator));
        $this->putJson('/api/v1/installation', ['new_accounts' => 'reader'])->assertOk();
        $this->with([])->getJson('/api/v1/session')->assertJsonPath('accounts', 'by_mail');
        $register = fn (string $email, ?string $token = null): TestResponse => $this->postJson('/api/v1/users', [
            'name' => 'Grace',
            'email' => $email,
            'password' => self::OTHER,
            ...$token === null ? [] : ['invitation' => $token],
        ]);
        $known = $register('ada@example.invalid')->assertForbidden();
        $this->assertSame($known->content(), $register('grace@example.invalid')->assertForbidden()->content());
        $this->assertStringContainsString('a link here that is sent to your address', (string) $known->json('detail'));

        $known = $this->postJson('/api/v1/account-links', ['email' => 'Ada@example.invalid']);
        $unknown = $this->postJson('/api/v1/account-links', ['email' => 'grace@example.invalid']);
        $this->assertSame([202, '{}'], [$known->status(), $known->content()]);
        $this->assertSame([202, '{}'], [$unknown->status(), $unknown->content()]);
        $links = [];
        Notification::assertSentOnDemand(AccountLink::class, static function ($of, array $by, object $to) use (&$links): bool {
            parse_str((string) parse_url($of->toMail()->actionUrl, PHP_URL_QUERY), $links[$to->routes['mail']]);

            return true;
        });
        $this->assertSame(['email', 'reset'], array_values(array_intersect(['email', 'reset'], array_keys($links['ada@example.invalid']))));
        $token = $links['grace@example.invalid']['invitation'];
        $refusals = array_map(
            static fn (TestResponse $of): string => $of->assertForbidden()->content(),
            [
                $register('ada@example.invalid', $token),
                $register('bea@example.invalid', $token),
                $register('bea@example.invalid', "x{$token}"),
            ],
        );
        $this->assertCount(1, array_unique($refusals), 'A link is for one address, and tells nothing of others.');
        $this->travel(25)->hours();
        $register('grace@example.invalid', $token)->assertForbidden();
        $this->travelBack();
        $register('grace@example.invalid', $token)->assertOk()->assertJsonPath('user.role', 'reader');
        $this->with([]);
        $register('grace@example.invalid', $token)->assertStatus(422);
        $this->assertSame(1, User::query()->where('email', 'grace@example.invalid')->count());
        $this->assertSame($ada->password, $ada->refresh()->password);
    }

    public function test_a_link_sent_while_the_door_was_open_does_not_open_it_when_it_is_closed(): void
    {
        Notification::fake();
        config(['logion.demo' => false]);
        $this->actingAs($this->someone('Keeper', Role::Administrator));
        $token = AddressLink::token('grace@example.invalid');
        $this->putJson('/api/v1/installation', ['new_accounts' => 'closed'])->assertOk();
        $this->with([])->postJson('/api/v1/account-links', ['email' => 'grace@example.invalid'])->assertStatus(202);
        Notification::assertNothingSent();
        $this->postJson('/api/v1/users', [
            'name' => 'Grace', 'email' => 'grace@example.invalid', 'password' => self::OTHER, 'invitation' => $token,
        ])->assertForbidden();
    }

    public function test_an_address_is_the_same_in_any_case(): void
    {
        $this->postJson('/api/v1/users', ['name' => 'Grace', 'email' => 'Grace@Example.INVALID', 'password' => self::OTHER])->assertOk();
        $this->assertSame('grace@example.invalid', User::query()->latest('id')->value('email'));
        $this->signIn('GRACE@example.invalid', self::OTHER)->assertOk();
        $this->assertSame(1, User::query()->where('email', 'grace@example.invalid')->count());
        $this->assertTrue(Hash::check(self::OTHER, (string) User::query()->latest('id')->value('password')));
    }

    /** @return list<string> */
    private function tablesOfUsers(): array
    {
        $tables = array_column(Schema::getTables(), 'name');

        return array_values(
            array_filter(
                $tables,
                static fn (string $of): bool => Schema::hasColumn($of, 'user_id') && ! in_array($of, ['audit_entries', 'sessions'], true),
            ),
        );
    }

    public function test_sessions_nobody_came_back_to_are_cleared_away_by_the_scheduler_alone(): void
    {
        $this->assertSame(0, config('session.lottery')[0], 'nobody who asks for a page waits for it');
        $folder = $this->app->storagePath('framework/testing/sessions-'.getmypid());
        File::ensureDirectoryExists($folder);
        config(['session.driver' => 'file', 'session.files' => $folder, 'session.lifetime' => 60]);
        Session::forgetDrivers();
        touch("{$folder}/old", time() - 3700);
        touch("{$folder}/new", time() - 3500);
        foreach ($this->app->make(Schedule::class)->events() as $event) {
            if ($event instanceof CallbackEvent && $event->expression === '0 0 * * *') {
                $event->run($this->app);
            }
        }
        $this->assertSame(['new'], array_map(basename(...), File::files($folder)));
        File::deleteDirectory($folder);
    }
}
