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

    public function test_amounts_have_no_three_decimals(): void
    {
        $of = static fn (string ...$samples): array => [
            ($format = NumberFormat::detect($samples, amounts: true))->decimal,
            $format->ambiguous,
        ];
        $this->assertSame([',', false], $of('1.234', '12.345', '987', '456.789'));
        $this->assertSame(['.', false], $of('1,234', '12,345', '987', '456,789'));
        $this->assertSame(['.', true], $of('1.234', '12.345'), 'two are too few');
        $this->assertSame(['.', false], $of('1.234', '1.5', '12.345', '456.789'));
    }

    public function test_scaling_is_exact(): void
    {
        $point = new NumberFormat('.');
        $this->assertSame(4118900000.0, $point->parse('4,118.9', 1e6));
        $this->assertSame(4118900000.0, $point->parse('4118.9', 1e6));
        $this->assertSame(-1100.0, $point->parse('(1.1)', 1e3));
        $this->assertSame(1.4025, $point->parse('140.25', 0.01));
        $this->assertSame(0.07, $point->parse('7%'));
        $this->assertSame(1.2e9, $point->parse('1.2e3', 1e6));
        mt_srand(7);
        for ($i = 0; $i < 500; $i++) {
            $digits = mt_rand(1, 999_999_999);
            $text = number_format($digits / 1000, 3, '.', ',');
            $this->assertSame((float) $digits * 1000, $point->parse($text, 1e6), $text);
        }
    }

    public function test_a_cell_may_have_a_scale_of_its_own(): void
    {
        $point = new NumberFormat('.');
        foreach (
            [
                '4.1bn' => 4.1e9,
                '$4,118.9m' => 4118900000.0,
                '4,118.9 million' => 4118900000.0,
                '(3.5k)' => -3500.0,
                '1.2 bn' => 1.2e9,
                'EUR 7 mln' => 7e6,
                '€2.5M' => 2.5e6,
                '1.5 tn' => 1.5e12,
                '12.5p' => 0.125,
                '40 cents' => 0.4,
            ] as $text => $value
        ) {
            $this->assertSame([$value, $value], [$point->parse($text), $point->parse($text, 1e3)], $text);
        }
    }

    public function test_spaces_apostrophes_and_marks(): void
    {
        $point = new NumberFormat('.');
        $comma = new NumberFormat(',');
        foreach (
            [
                "1'234.5" => 1234.5,
                '1’234.5' => 1234.5,
                "1\u{2009}234.5" => 1234.5,
                "1\u{202F}234" => 1234.0,
                '1 234 567' => 1234567.0,
                '1,234*' => 1234.0,
                'US$1,234' => 1234.0,
                '12,34,567.5' => 1234567.5,
                '($5)' => -5.0,
                '−3' => -3.0,
                '3-' => -3.0,
                'CHF 1\'234' => 1234.0,
                '5 USD' => 5.0,
            ] as $text => $value
        ) {
            $this->assertSame($value, $point->parse((string) $text), (string) $text);
        }
        $this->assertSame([1234.5, 1234567.0], [$comma->parse("1'234,5"), $comma->parse('1.234.567')]);
        foreach (['12 5', '1 2345', '12/5', 'abc', '1,2,3', '5 x 3'] as $text) {
            try {
                $point->parse($text);
                $this->fail($text);
            } catch (\Logion\Intake\Refusal $refusal) {
                $this->assertStringContainsString('is not a number', $refusal->getMessage());
            }
        }
        foreach (['n/m', '—', 'k.a.', '#DIV/0!', ''] as $text) {
            $this->assertNull($point->parse($text), $text);
        }
    }
}
