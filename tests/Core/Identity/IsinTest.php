<?php

declare(strict_types=1);

namespace Tests\Core\Identity;

use Logion\Identity\Isin;
use PHPUnit\Framework\TestCase;

final class IsinTest extends TestCase
{
    public function test_the_check_digit_follows_luhn_over_letters_as_numbers(): void
    {
        // X 33, A 10, then the digits: doubled from the right are 7, 5, 3, 1 and so on; worked by hand.
        $this->assertSame(6, Isin::checkDigit('XA123456789'));
        $this->assertTrue(Isin::isValid('XA1234567896'));
        $this->assertSame(0, Isin::checkDigit('00000000000'));
        foreach (['XA1234567895', 'XA123456789', 'xa1234567896', 'XA12345678960', '1A1234567896', 'XA12345-7896', ''] as $text) {
            $this->assertFalse(Isin::isValid($text), $text);
        }
    }

    public function test_one_digit_or_two_neighbours_written_wrong_are_noticed(): void
    {
        $isin = 'XB04K7120396';
        $isin = substr($isin, 0, 11).Isin::checkDigit(substr($isin, 0, 11));
        for ($i = 2; $i < 11; $i++) {
            $wrong = $isin;
            $wrong[$i] = ctype_digit($isin[$i]) ? (string) (((int) $isin[$i] + 1) % 10) : 'Q';
            $this->assertFalse(Isin::isValid($wrong), $wrong);
        }
    }
}
