<?php

declare(strict_types=1);

namespace Tests\Core\Figure;

use Logion\Figure\Absence;
use Logion\Figure\AbsenceKind;
use Logion\Figure\Numerals;
use Logion\Figure\Reason;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Why there is no number is told without words; a language has words for every reason. */
final class ReasonTest extends TestCase
{
    /** @return iterable<string, array{array{numerals: array<string, string>, reasons: array<string, string>}}> */
    public static function languages(): iterable
    {
        foreach (glob(__DIR__.'/../../../core/Figure/words/*.php') ?: [] as $file) {
            yield basename($file, '.php') => [require $file];
        }
    }

    /** @param  array{numerals: array<string, string>, reasons: array<string, string>}  $words */
    #[DataProvider('languages')]
    public function test_a_language_has_a_sentence_for_every_reason_and_no_other(array $words): void
    {
        $this->assertEqualsCanonicalizing(array_column(Reason::cases(), 'value'), array_keys($words['reasons']));
        $this->assertSame(['point', 'thousands', 'minus'], array_keys($words['numerals']));
        foreach ($words['reasons'] as $reason => $sentence) {
            $this->assertMatchesRegularExpression('/^\S.*\.$/', $sentence, $reason);
        }
    }

    public function test_the_figures_stand_in_the_sentence(): void
    {
        $absence = Absence::of(Reason::TooFewQuarters, 3, 8, 4);
        $this->assertSame('Only 3 of the last 8 quarters have a value; 4 are needed.', $absence->sentence());
        $this->assertSame([AbsenceKind::NotEnoughHistory, [3, 8, 4]], [$absence->kind, $absence->figures]);
        $this->assertSame('No exchange rate of XCR into XVN is known.', Absence::of(Reason::NoExchangeRate, 'XCR', 'XVN')->sentence());
    }

    public function test_numbers_in_sentences_are_written_in_one_way(): void
    {
        $this->assertSame('1 234 568', Numerals::decimal(1234567.8));
        $this->assertSame('−0.5', Numerals::decimal(-0.5, 1));
        $this->assertSame('0', Numerals::decimal(-0.4), 'What rounds to nothing has no sign.');
        $this->assertSame(['12.3 %', '−7 %'], [Numerals::percent(0.1234, 1), Numerals::percent(-0.07)]);
        $this->assertSame(['+30 %', '−30 %', '0.0 %'], [Numerals::change(0.3), Numerals::change(-0.3), Numerals::change(0.0, 1)]);
    }

    public function test_the_same_reason_with_the_same_figures_is_the_same(): void
    {
        $this->assertEquals(Absence::of(Reason::LineNotReported, 'Goodwill'), Absence::of(Reason::LineNotReported, 'Goodwill'));
        $this->assertNotEquals(Absence::of(Reason::LineNotReported, 'Goodwill'), Absence::of(Reason::LineNotReported, 'Inventories'));
        $this->assertNotEquals(Absence::of(Reason::NotKnown), Absence::of(Reason::Missing));
    }

    public function test_reasons_are_of_their_kind(): void
    {
        $kinds = [];
        foreach (Reason::cases() as $reason) {
            $kinds[$reason->kind()->value][] = $reason;
        }
        $this->assertEqualsCanonicalizing(array_column(AbsenceKind::cases(), 'value'), array_keys($kinds));
        $this->assertContains(Reason::NoPrice, $kinds['missing']);
        $this->assertContains(Reason::DivisionByZero, $kinds['not_meaningful']);
        $this->assertContains(Reason::NotApplicableToBusiness, $kinds['not_applicable']);
        $this->assertContains(Reason::PricesTooYoung, $kinds['not_enough_history']);
    }
}
