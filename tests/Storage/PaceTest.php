<?php

declare(strict_types=1);

namespace Tests\Storage;

use App\Task\Pace;
use PHPUnit\Framework\TestCase;

/** Work on a database server rests on a busy machine, and nowhere else. */
final class PaceTest extends TestCase
{
    public function test_it_rests_as_long_as_it_has_worked_where_others_want_the_processors(): void
    {
        $load = 1.4;
        $pace = new Pace(static function () use (&$load): float {
            return $load;
        });
        usleep(20_000);
        $rested = $pace->keep();
        $this->assertGreaterThan(0.019, $rested);
        $this->assertLessThan($rested, $pace->keep(), 'what it rested is not work');
        $load = 0.6;
        usleep(20_000);
        $this->assertSame(0.0, $pace->keep());
    }
}
