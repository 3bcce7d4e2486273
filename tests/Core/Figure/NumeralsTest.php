<?php

declare(strict_types=1);

namespace Tests\Core\Figure;

use Logion\Figure\Numerals;
use PHPUnit\Framework\TestCase;

final class NumeralsTest extends TestCase
{
    public function test_how_many_times_larger_or_smaller(): void
    {
        $this->assertStringContainsString('larger', Numerals::times(1.0));
        $this->assertStringContainsString('larger', Numerals::times(2.5));
        $this->assertStringContainsString('4', Numerals::times(0.25));
        $this->assertStringContainsString('smaller', Numerals::times(0.25));
    }

    public function test_a_change_has_its_sign_unless_there_is_none(): void
    {
        $this->assertSame(['+5 %', '−5 %', '0 %'], array_map(Numerals::change(...), [0.05, -0.05, 0.0]));
    }
}
