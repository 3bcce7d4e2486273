<?php

declare(strict_types=1);

namespace Tests\Core\CrossSection;

use Logion\CrossSection\Column;
use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Formula\Operator;
use PHPUnit\Framework\TestCase;

final class ColumnPatchTest extends TestCase
{
    public function test_a_patched_column_answers_as_one_made_anew(): void
    {
        mt_srand(8);
        for ($run = 0; $run < 60; $run++) {
            $size = mt_rand(1, 700);
            $value = static fn (): float|Absence => mt_rand(0, 5) === 0
                ? Absence::of(Reason::Missing)
                : round(mt_rand(-5000, 5000) / mt_rand(1, 40), mt_rand(0, 3));
            $values = array_map(static fn (): float|Absence => $value(), range(1, $size));
            $changes = [];
            for ($i = 0; $i < min($size, 6); $i++) {
                $changes[mt_rand(0, $size - 1)] = $value();
            }
            $patched = Column::of($values)->indexed()->with($changes);
            $anew = Column::of(array_replace($values, $changes))->indexed();
            $this->assertSame([$anew->packed, $anew->states, $anew->ordered()], [$patched->packed, $patched->states, $patched->ordered()]);
            foreach (['<', '<=', '>', '>=', '==', '!='] as $operator) {
                foreach ([-100.0, 0.0, 3.5, ...array_values(array_filter($changes, 'is_float'))] as $threshold) {
                    $this->assertEquals(
                        $anew->compare(Operator::from($operator), $threshold),
                        $patched->compare(Operator::from($operator), $threshold),
                        "{$operator} {$threshold}",
                    );
                }
            }
        }
    }

    public function test_a_column_without_an_index_gets_none_by_a_change(): void
    {
        $plain = Column::of([1.0, 2.0])->with([0 => 3.0]);
        $this->assertSame([null, null, null], [$plain->codes, $plain->bounds, $plain->ordered()]);
        $this->assertSame([3.0, 2.0], $plain->all());
        $indexed = Column::of([1.0, 2.0])->indexed()->with([0 => 3.0]);
        $this->assertNotNull($indexed->bounds);
        $this->assertNotSame('', $indexed->bounds);
        // The first value a column gets makes its first bin.
        $first = Column::of([\Logion\Figure\Absence::of(Reason::Missing)])->indexed()->with([0 => 5.0]);
        $this->assertSame(pack('d', 5.0), $first->bounds);
    }
}
