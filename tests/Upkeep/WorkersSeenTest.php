<?php

declare(strict_types=1);

namespace Tests\Upkeep;

use App\Upkeep\WorkersSeen;
use Illuminate\Cache\Events\KeyWritten;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\Event;
use Tests\DemoTestCase;

final class WorkersSeenTest extends DemoTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        Cache::forget('workers-seen');
        $this->freezeSecond();
    }

    public function test_a_worker_is_there_until_it_was_silent_for_a_minute(): void
    {
        $seen = new WorkersSeen();
        $this->assertSame(0, $seen->count());
        $seen->tell();
        $this->travel(59)->seconds();
        $this->assertSame(1, $seen->count());
        $this->travel(1)->seconds();
        $this->assertSame(0, $seen->count());
    }

    public function test_who_takes_up_long_work_is_there_for_its_time_and_after_it_for_a_minute(): void
    {
        $seen = new WorkersSeen();
        $seen->tell();
        $seen->tell(3600);
        $this->travel(50)->minutes();
        $this->assertSame(1, $seen->count());
        $seen->tell();
        $this->travel(61)->seconds();
        $this->assertSame(0, $seen->count(), 'it ended with its long work before');
    }

    public function test_dozens_of_jobs_a_second_are_told_once(): void
    {
        $written = 0;
        Event::listen(KeyWritten::class, static function (KeyWritten $of) use (&$written): void {
            $written += str_starts_with($of->key, 'workers-seen:') ? 1 : 0;
        });
        $seen = new WorkersSeen();
        for ($job = 0; $job < 30; $job++) {
            $seen->tell();
            $seen->tell(3600);
        }
        $this->assertSame(2, $written);
        $this->travel(1)->seconds();
        $seen->tell();
        $this->assertSame(3, $written);
    }

    public function test_others_are_counted_and_those_that_stopped_leave_the_list(): void
    {
        Cache::forever('workers-seen', ['other:1', 'stopped:2']);
        Cache::put('workers-seen:other:1', now()->timestamp + 60);
        $seen = new WorkersSeen();
        $this->assertSame(1, $seen->count());
        $seen->tell();
        $this->assertSame(2, $seen->count());
        $this->assertSame(['other:1', gethostname().':'.getmypid()], Cache::get('workers-seen'));
    }

    public function test_who_finds_another_at_the_list_is_in_it_after_the_next_job(): void
    {
        $lock = Cache::lock('workers-seen-lock', 5);
        $this->assertTrue($lock->get());
        $seen = new WorkersSeen();
        $seen->tell();
        $this->assertSame(0, $seen->count());
        $lock->release();
        $this->travel(1)->seconds();
        $seen->tell();
        $this->assertSame(1, $seen->count());
    }

    public function test_what_an_earlier_version_kept_is_not_taken_for_names(): void
    {
        Cache::forever('workers-seen', ['host:1' => now()->timestamp + 3600]);
        $seen = new WorkersSeen();
        $this->assertSame(0, $seen->count());
        $seen->tell();
        $this->assertSame(1, $seen->count());
    }
}
