<?php

declare(strict_types=1);

namespace Tests\Core\Expectation;

use Logion\Expectation\TargetRecord;
use PHPUnit\Framework\TestCase;

/** Target prices beside what became of them. */
final class TargetRecordTest extends TestCase
{
    public function test_a_target_counts_when_its_year_is_over_and_is_reached_from_either_side(): void
    {
        $days = [20220103, 20220601, 20230103, 20230601, 20240103];
        $closes = [10.0, 14.0, 8.0, 7.0, 9.0];
        $record = TargetRecord::of(
            [[20220103, 13.0], [20220103, 15.0], [20220601, 8.0], [20220601, 5.0], [20230601, 9.0], [20211231, 9.0]],
            $days,
            $closes,
        );
        $this->assertSame([4, 2], [$record->made, $record->reached], 'above and below; the last has not had its year, the first no price');
        $this->assertEqualsWithDelta([8 / 13 - 1, 8 / 15 - 1, 7 / 8 - 1, 7 / 5 - 1], $record->errors, 1e-12);
        $none = TargetRecord::of([[20220103, 13.0]], [], []);
        $this->assertSame([0, 0, []], [$none->made, $none->reached, $none->errors]);
    }
}
