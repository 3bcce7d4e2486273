<?php

declare(strict_types=1);

namespace Tests\Core\Expectation;

use Logion\Expectation\Revisions;
use PHPUnit\Framework\TestCase;

/** What was expected when. */
final class RevisionsTest extends TestCase
{
    public function test_a_change_is_set_beside_the_size_of_what_was_expected(): void
    {
        $revisions = new Revisions([
            ['day' => 20240301, 'year' => 2024, 'mean' => -0.5],
            ['day' => 20240101, 'year' => 2024, 'mean' => -1.0],
            ['day' => 20240401, 'year' => 2024, 'mean' => null],
            ['day' => 20240501, 'year' => 2025, 'mean' => 0.0],
            ['day' => 20240501, 'year' => 2025, 'mean' => 2.0],
            ['day' => 20240201, 'year' => 2025, 'mean' => 0.0],
        ]);
        $this->assertSame([2024], $revisions->years(20240131));
        $this->assertSame([2024, 2025], $revisions->years(20240601));
        $this->assertSame(['then' => -1.0, 'change' => 0.5, 'revision' => 0.5], $revisions->over(2024, 20240310, 30));
        $this->assertSame(['then' => null, 'change' => null, 'revision' => null], $revisions->over(2024, 20240310, 90));
        $this->assertSame(
            ['then' => 0.0, 'change' => 2.0, 'revision' => null],
            $revisions->over(2025, 20240601, 60),
            'of two of a day the later',
        );
        $this->assertNull($revisions->on(2026, 20240601));
    }

    public function test_a_surprise_is_beside_what_stood_the_day_before(): void
    {
        $revisions = new Revisions([
            ['day' => 20240301, 'year' => 2023, 'mean' => -0.4],
            ['day' => 20240302, 'year' => 2023, 'mean' => 9.0],
        ]);
        $this->assertEqualsWithDelta(0.25, $revisions->surprise(2023, 20240302, -0.3)['surprise'], 1e-12);
        $this->assertSame(['consensus' => null, 'surprise' => null], $revisions->surprise(2023, 20240301, 1.0));
        $this->assertSame(['consensus' => -0.4, 'surprise' => null], $revisions->surprise(2023, 20240302, null));
    }
}
