<?php

declare(strict_types=1);

namespace Tests\Core\Intake;

use Logion\Intake\NumberFormat;
use PHPUnit\Framework\TestCase;

final class NumberFormatTest extends TestCase
{
    public function test_the_decimal_sign_is_told_by_most_figures(): void
    {
        $of = static fn (string ...$samples): array => [($format = NumberFormat::detect($samples))->decimal, $format->ambiguous];
        $this->assertSame(['.', true], $of('1,234', '5,678'));
        $this->assertSame(['.', true], $of('1.234'));
        $this->assertSame(['.', false], $of('12', '7'), 'nothing to tell by, and nothing that could be either');
        $this->assertSame([',', false], $of('1,234', '1,5'));
        $this->assertSame(['.', false], $of('1,234', '1.5'));
        $this->assertSame([',', false], $of('1.234,50'));
        $this->assertSame(['.', false], $of('1,234.50'));
        $this->assertSame([',', false], $of('1.234.567'));
        $this->assertSame(['.', false], $of('1,234,567'));
        $this->assertSame(['.', true], $of('1,5', '1.5', '1,234'));
        $this->assertSame(['.', false], $of('1,5', '1.5'), 'as many for one as for the other, none that could be either');
    }
}
