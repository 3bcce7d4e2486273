<?php

declare(strict_types=1);

namespace Tests\Core\Market;

use InvalidArgumentException;
use Logion\Market\Economy;
use Logion\Market\ExchangeRates;
use PHPUnit\Framework\TestCase;

final class ExchangeRatesTest extends TestCase
{
    /** Units of XCR for one XVN and one XQA. */
    private const RATES = [
        'XVN' => ['days' => [20240101, 20240201, 20240301], 'values' => [2.0, 2.5, 4.0]],
        'XQA' => ['days' => [20231201, 20240115, 20240301], 'values' => [10.0, 8.0, 1.0]],
    ];

    public function test_rates_against_another_currency_are_crosses_of_their_day(): void
    {
        $rates = ExchangeRates::against('XVN', 'XCR', self::RATES);
        $this->assertSame(['XCR', 'XQA'], array_keys($rates));
        $this->assertSame(['days' => [20240101, 20240201, 20240301], 'values' => [0.5, 0.4, 0.25]], $rates['XCR']);
        $this->assertSame(['days' => [20240115, 20240301], 'values' => [4.0, 0.25]], $rates['XQA'], 'Before January no XVN was quoted.');
    }

    public function test_what_one_unit_is_worth_in_another_stays_the_same(): void
    {
        $before = new Economy(exchangeRates: self::RATES, baseCurrency: 'XCR');
        $after = new Economy(exchangeRates: ExchangeRates::against('XQA', 'XCR', self::RATES), baseCurrency: 'XQA');
        foreach ([['XCR', 'XQA'], ['XQA', 'XCR'], ['XVN', 'XQA'], ['XVN', 'XCR']] as [$from, $to]) {
            $then = (float) $before->exchange($from, $to, 20240301);
            $this->assertEqualsWithDelta($then, (float) $after->exchange($from, $to, 20240301), 1e-15);
        }
        $this->assertNotNull($after->exchange('XVN', 'XCR', 20240301));
    }

    public function test_a_currency_is_one_of_itself_even_where_no_rate_is_known(): void
    {
        $economy = new Economy();
        $this->assertSame([1.0, 1.0], [$economy->exchange('XQB', 'XQB', 20240301), $economy->exchange('XCR', 'XCR', 19000101)]);
        $this->assertNull($economy->exchange('XQB', 'XCR', 20240301));
        $this->assertNull($economy->exchange('XCR', 'XQB', 20240301));
    }

    public function test_the_base_of_now_changes_nothing_and_one_without_a_rate_is_refused(): void
    {
        $this->assertSame(self::RATES, ExchangeRates::against('XCR', 'XCR', self::RATES));
        $this->expectException(InvalidArgumentException::class);
        $this->expectExceptionMessage('No exchange rate of XQZ is known.');
        ExchangeRates::against('XQZ', 'XCR', self::RATES);
    }
}
