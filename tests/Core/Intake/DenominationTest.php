<?php

declare(strict_types=1);

namespace Tests\Core\Intake;

use Logion\Intake\Denomination;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Scale and currency as statements of many makes name them, and words that name neither. */
final class DenominationTest extends TestCase
{
    /** @return iterable<string, array{string, ?float, ?string}> */
    public static function words(): iterable
    {
        $named = [
            [
                1e6,
                'USD',
                ['USD in Millions', 'usd in millions', 'US$m', 'MUSD', 'USD millions', 'US$ mn', 'in millions of US dollars', 'USD, mln'],
            ],
            [
                1e6,
                null,
                ['$ in Millions', 'In Millions, except per share data', '$m', '$mm', '(millions)', 'in mn', 'Million', 'in mio', 'm'],
            ],
            [
                1e6,
                'EUR',
                [
                    'EUR Million',
                    '€m',
                    'Mio. EUR',
                    'EURm',
                    '€ million',
                    'MILLIONS OF EUROS',
                    'M€',
                    'in m€',
                    'Mio. €',
                    'EUR mn',
                    '€ m (unaudited)',
                    'in Millionen EUR',
                    'EUR 000,000',
                    "€'000'000",
                ],
            ],
            [1e6, 'GBP', ['£m', '£ millions', 'GBPm', 'in millions of pounds sterling', 'gbp million']],
            [1e6, 'SEK', ['MSEK', 'SEK m', 'Mkr', 'SEK million']],
            [
                1e3,
                'EUR',
                [
                    'T€',
                    '€000',
                    'TEUR',
                    'kEUR',
                    'EUR k',
                    "EUR'000",
                    'in 1,000 EUR',
                    'EUR 1,000',
                    'T EUR',
                    'Tsd. EUR',
                    'k€',
                    'thousand euros',
                    'EUR (thousands) / note',
                    '000 EUR',
                    '€’000',
                    "€'000s",
                    'EUR 1.000',
                    'in Tausend Euro',
                    "in EUR '000",
                ],
            ],
            [1e3, null, ["'000", '(000s)', "000's", 'in thousands', 'ALL AMOUNTS IN THOUSANDS', '$000s', '(in 000)', 'in k']],
            [1e3, 'USD', ["US$'000", 'In Thousands of U.S. Dollars', 'USD K', 'KUSD', 'US$ thousand']],
            [1e9, null, ['bn', '$bn', 'in billions', '(billions)']],
            [1e9, 'EUR', ['in Mrd. €', 'EUR bn', '€bn', 'EUR billion']],
            [1e12, 'JPY', ['JPY trillion', 'trillions of yen']],
            [1e7, 'INR', ['Rs. in crores', '₹ crore', 'INR Cr']],
            [1e5, 'INR', ['₹ in lakhs', 'INR lacs']],
            [1e6, 'CAD', ['Expressed in millions of Canadian dollars unless otherwise stated', 'C$ millions', 'CAD m']],
            [0.01, 'GBP', ['GBX', 'GBp', 'pence sterling']],
            [0.01, null, ['pence', 'Close (p)', 'in pence', 'cents']],
            [1.0, 'EUR', ['in full euros', 'Amounts in whole EUR', 'in units of EUR', 'actual EUR amounts in full figures']],
            [1.0, null, ['units', 'in units', 'whole dollars', 'actual']],
            [1e3, 'XCR', ['TXCR', 'XCR in thousands', 'kXCR', "XCR '000"]],
            [null, 'USD', ['USD', 'US dollars', 'Currency: USD', 'Revenue (USD)']],
            [null, 'EUR', ['in EUR', 'Euro', '€']],
            [
                null,
                null,
                [
                    'Statement of income',
                    '12 months ended',
                    'Consolidated statement of MARKET',
                    'FY 2000',
                    '31.12.2000',
                    'Note 1,000',
                    'The year 2000',
                    'All accounts',
                    'Top lines',
                    'Total assets',
                    'EPS',
                    '',
                    'Matching principle',
                    'kind',
                    'Commission',
                ],
            ],
        ];
        foreach ($named as [$scale, $currency, $texts]) {
            foreach ($texts as $text) {
                yield $text => [$text, $scale, $currency];
            }
        }
    }

    #[DataProvider('words')]
    public function test_words_name_scale_and_currency(string $text, ?float $scale, ?string $currency): void
    {
        $read = Denomination::read($text);
        $this->assertSame([$scale, $currency], [$read->scale, $read->currency()]);
        $this->assertFalse($read->contradicts);
        $this->assertSame($scale === null, $read->words === '');
    }

    public function test_counts_of_shares_have_a_scale_of_their_own(): void
    {
        foreach (
            [
                ['(In thousands, except share and per share data)', 1e3, 1.0],
                ['In millions, except share amounts', 1e6, 1.0],
                ['in millions, except number of shares, which are reflected in thousands, and per-share amounts', 1e6, 1e3],
                ['EUR in millions, shares in thousands', 1e6, 1e3],
                ['EUR in thousands, shares in millions', 1e3, 1e6],
                ['In Millions, except per share data', 1e6, null],
                ['In thousands, except earnings per share', 1e3, null],
                ['in thousands, unless otherwise stated', 1e3, null],
                ['$ in thousands', 1e3, null],
            ] as [$text, $money, $shares]
        ) {
            $read = Denomination::read($text);
            $this->assertSame([$money, $shares, false], [$read->scale, $read->sharesScale, $read->contradicts], $text);
        }
    }

    public function test_two_scales_contradict_each_other_and_a_sign_of_many_currencies_names_none(): void
    {
        $this->assertTrue(Denomination::read('in thousands (EUR million)')->contradicts);
        $this->assertFalse(Denomination::read('EUR million, in millions')->contradicts);
        $dollars = Denomination::read('$ in millions');
        $this->assertSame(
            [true, true, true, false],
            [$dollars->allows('USD'), $dollars->allows('CAD'), $dollars->allows('XCR'), $dollars->allows('EUR')],
        );
        $this->assertSame([true, false], [Denomination::read('€m')->allows('EUR'), Denomination::read('€m')->allows('XCR')]);
        $this->assertTrue(Denomination::read('in millions')->allows('EUR'));
        $this->assertSame([true, false], [Denomination::read('in EUR')->inCurrency, Denomination::read('in EUR m')->inCurrency]);
    }
}
