<?php

declare(strict_types=1);

namespace Tests\Core\Figure;

use Logion\Figure\Absence;
use Logion\Figure\Figure;
use Logion\Figure\Reason;
use Logion\Figure\Unit;
use PHPUnit\Framework\TestCase;

final class FigureTest extends TestCase
{
    public function test_what_is_not_known_first_says_why_nothing_comes_of_it(): void
    {
        $sum = static fn (float ...$of): float => array_sum($of);
        $of = static fn (float|Absence $content): Figure => Figure::of($content, Unit::Money);
        $this->assertSame(6.0, Figure::combine(Unit::Money, $sum, $of(1.0), $of(2.0), $of(3.0))->value());
        $gone = Figure::combine(Unit::Ratio, $sum, $of(1.0), $of(Absence::of(Reason::NoPrice)), $of(Absence::of(Reason::Missing)));
        $this->assertFalse($gone->isKnown());
        $this->assertSame([Reason::NoPrice, Unit::Ratio], [$gone->absence()?->reason, $gone->unit]);
    }
}
