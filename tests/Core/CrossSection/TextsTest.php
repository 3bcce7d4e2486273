<?php

declare(strict_types=1);

namespace Tests\Core\CrossSection;

use Logion\CrossSection\Texts;
use PHPUnit\Framework\TestCase;

final class TextsTest extends TestCase
{
    public function test_texts_come_back_one_by_one_and_all_together(): void
    {
        foreach ([[], [''], ['', ''], ['Saltworks'], ['', 'Yarns', ''], ['Æther', 'b', "two\nlines"]] as $texts) {
            $kept = Texts::of($texts);
            $expected = array_map(static fn (string $text): string => strtr($text, "\n", ' '), $texts);
            $this->assertSame($expected, $kept->all());
            $this->assertSame($expected, array_map($kept->at(...), array_keys($texts)));
        }
    }
}
