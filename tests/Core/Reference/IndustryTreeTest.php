<?php

declare(strict_types=1);

namespace Tests\Core\Reference;

use Logion\Reference\IndustryTree;
use PHPUnit\Framework\TestCase;

final class IndustryTreeTest extends TestCase
{
    /** Every division of the classification, revision 4, with its section; the numbers between belong to none. */
    public function test_every_division_has_the_section_of_the_classification(): void
    {
        $of = [
            'A' => '01 02 03',
            'B' => '05 06 07 08 09',
            'C' => '10 11 12 13 14 15 16 17 18 19 20 21 22 23 24 25 26 27 28 29 30 31 32 33',
            'D' => '35',
            'E' => '36 37 38 39',
            'F' => '41 42 43',
            'G' => '45 46 47',
            'H' => '49 50 51 52 53',
            'I' => '55 56',
            'J' => '58 59 60 61 62 63',
            'K' => '64 65 66',
            'L' => '68',
            'M' => '69 70 71 72 73 74 75',
            'N' => '77 78 79 80 81 82',
            'O' => '84',
            'P' => '85',
            'Q' => '86 87 88',
            'R' => '90 91 92 93',
            'S' => '94 95 96',
            'T' => '97 98',
            'U' => '99',
        ];
        $sections = [];
        foreach ($of as $letter => $divisions) {
            $sections += array_fill_keys(array_map(intval(...), explode(' ', $divisions)), $letter);
        }
        for ($division = 0; $division < 100; $division++) {
            $this->assertSame(
                $sections[$division] ?? null,
                IndustryTree::section(sprintf('%02d', $division).'10'),
                "division {$division}",
            );
        }
    }

    public function test_a_part_contains_what_begins_with_it(): void
    {
        $this->assertTrue(IndustryTree::contains('C', '1010'));
        $this->assertFalse(IndustryTree::contains('C', '3510'));
        $this->assertTrue(IndustryTree::contains('351', '3510'));
        $this->assertFalse(IndustryTree::contains('352', '3510'));
        $this->assertFalse(IndustryTree::contains('', '3510'));
    }
}
