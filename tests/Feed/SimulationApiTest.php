<?php

declare(strict_types=1);

namespace Tests\Feed;

use App\Models\Role;
use App\Models\Task;
use App\Storage\LifeLock;
use App\Storage\SimulationState;
use Illuminate\Database\Events\QueryExecuted;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Sleep;
use Tests\DemoTestCase;

/** The exchange goes on at the word of an editor. */
final class SimulationApiTest extends DemoTestCase
{
    public function test_an_editor_lets_it_go_on_and_the_day_of_the_installation_follows(): void
    {
        $this->actingAs($this->someone());
        $this->getJson('/api/v1/simulation')
            ->assertOk()
            ->assertJson(['day' => '2026-06-30', 'task' => null, 'going_on' => false, 'ahead' => false]);
        $before = DB::table('bars')->count();
        $task = $this->postJson('/api/v1/simulation/advance', ['days' => 2])
            ->assertStatus(202)
            ->json();
        $this->assertSame(['done', 2, 2], [$task['state'], $task['done'], $task['total']]);
        $this->getJson('/api/v1/simulation')->assertJsonPath('day', '2026-07-02');
        $this->getJson('/api/v1/status')
            ->assertOk()
            ->assertJson(['latest_day' => '2026-07-02', 'ready' => true]);
        $this->assertGreaterThan($before + 60, DB::table('bars')->count());
        // Pages of the new day are there at once, with the price of the day.
        $close = (float) DB::table('bars')->where('listing_id', 1)->where('day', 20260702)->value('close');
        $this->assertEqualsWithDelta($close, $this->getJson('/api/v1/companies/BRSW')->assertOk()->json('price.close'), 1e-9);
        $this->postJson('/api/v1/screens/run', ['screen' => ['criteria' => ['market_cap > 0'], 'columns' => ['market_cap']]])->assertOk();
        // The day before is as it was.
        $this->getJson('/api/v1/companies/BRSW?as_of=2026-06-30')->assertOk()->assertJsonPath('price.day', '2026-06-30');
    }

    public function test_to_a_day_or_to_the_next_report(): void
    {
        $this->actingAs($this->someone());
        $this->postJson('/api/v1/simulation/advance', ['to' => '2026-07-03'])
            ->assertStatus(202)
            ->assertJsonPath('state', 'done');
        $this->getJson('/api/v1/simulation')->assertJsonPath('day', '2026-07-03');
        $this->postJson('/api/v1/simulation/advance', ['to' => '2026-07-01'])
            ->assertStatus(202)
            ->assertJsonPath('state', 'done');
        $this->getJson('/api/v1/simulation')->assertJsonPath('day', '2026-07-03');
        $this->postJson('/api/v1/simulation/advance', ['next_event' => true])
            ->assertStatus(202)
            ->assertJsonPath('state', 'done');
        $day = (int) str_replace('-', '', $this->getJson('/api/v1/simulation')->json('day'));
        $this->assertGreaterThan(20260703, $day);
        $this->assertTrue(DB::table('filings')->where('filed_on', $day)->exists());
        $this->assertFalse(DB::table('filings')->where('filed_on', '>', 20260703)->where('filed_on', '<', $day)->exists());
    }

    public function test_wishes_that_cannot_be_are_refused_with_the_field(): void
    {
        $this->actingAs($this->someone());
        foreach (
            [['days' => 0], ['days' => 'many'], ['days' => 521], ['to' => '2026-13-01'], ['to' => '2026-07-03', 'days' => 2]] as $wish
        ) {
            $this->postJson('/api/v1/simulation/advance', $wish)->assertStatus(422);
        }
        $this->getJson('/api/v1/simulation')->assertJsonPath('day', '2026-06-30');
    }

    public function test_readers_look_on_and_where_nothing_is_simulated_nothing_goes_on(): void
    {
        $this->actingAs($this->someone('Ruth', Role::Reader));
        $this->getJson('/api/v1/simulation')->assertOk();
        $this->postJson('/api/v1/simulation/advance', ['days' => 1])->assertForbidden();
        $this->actingAs($this->someone());
        DB::table('simulations')->delete();
        $this->getJson('/api/v1/simulation')->assertOk()->assertJsonPath('day', null);
        $this->postJson('/api/v1/simulation/advance', ['days' => 1])
            ->assertNotFound()
            ->assertJsonPath('detail', 'No exchange is simulated here. bin/demo makes an installation with one.');
    }

    public function test_one_goes_on_at_a_time_and_who_comes_second_waits(): void
    {
        $this->actingAs($this->someone());
        $lock = $this->lockOfAnother();
        $looks = 0;
        DB::listen(static function (QueryExecuted $query) use (&$looks, $lock): void {
            self::looks($query) && ++$looks === 3 && $lock->release();
        });
        $this->postJson('/api/v1/simulation/advance', ['days' => 1])
            ->assertStatus(202)
            ->assertJson(['state' => 'done', 'done' => 1, 'total' => 1]);
        $this->assertGreaterThan(3, $looks);
        $this->getJson('/api/v1/simulation')->assertJson(['day' => '2026-07-01', 'ahead' => false]);
    }

    public function test_who_waits_can_cancel(): void
    {
        $this->actingAs($this->someone());
        $lock = $this->lockOfAnother();
        $looks = 0;
        DB::listen(static function (QueryExecuted $query) use (&$looks): void {
            self::looks($query) &&
                ++$looks === 2 &&
                Task::query()->update(['state' => 'cancelled']);
        });
        $this->postJson('/api/v1/simulation/advance', ['days' => 1])
            ->assertStatus(202)
            ->assertJsonPath('state', 'cancelled');
        $this->assertSame(3, $looks);
        $lock->release();
        $this->getJson('/api/v1/simulation')->assertJson(['day' => '2026-06-30', 'going_on' => false, 'ahead' => false]);
    }

    public function test_who_waits_too_long_is_told(): void
    {
        $this->actingAs($this->someone());
        Sleep::fake();
        $lock = $this->lockOfAnother();
        $task = $this->postJson('/api/v1/simulation/advance', ['days' => 1])
            ->assertStatus(202)
            ->json();
        $this->assertSame('failed', $task['state']);
        $this->assertStringContainsString('going on already', $task['message']);
        Sleep::assertSleptTimes(599);
        $lock->release();
        $this->postJson('/api/v1/simulation/advance', ['days' => 1])->assertJsonPath('state', 'done');
    }

    public function test_a_command_does_not_wait_and_says_so(): void
    {
        $lock = $this->lockOfAnother();
        $this->assertSame(1, Artisan::call('logion:advance'));
        $this->assertStringContainsString('The exchange is going on already.', Artisan::output());
        $lock->release();
        $this->assertSame(0, Artisan::call('logion:advance'), Artisan::output());
    }

    /** Another process that is at it: on a server one with a connection of its own. */
    private function lockOfAnother(): LifeLock
    {
        config(['database.connections.other' => config('database.connections.'.config('database.default'))]);

        return LifeLock::tryFor(SimulationState::LOCK, DB::connection('other')) ?? $this->fail('Nobody is at it.');
    }

    private static function looks(QueryExecuted $query): bool
    {
        return preg_match('/^update .tasks. set .done.*state.* != \?$/', $query->sql) === 1;
    }
}
