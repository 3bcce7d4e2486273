<?php

declare(strict_types=1);

namespace Tests\Core\Reporting;

use Logion\Figure\Unit;
use Logion\Intake\FiscalCalendar;
use Logion\Reporting\Adjustment\CorrectedBy;
use Logion\Reporting\FiledFact;
use Logion\Reporting\FormerCurrency;
use PHPUnit\Framework\TestCase;

final class FormerCurrencyTest extends TestCase
{
    /**
     * Reported in nobles until April 2020, in marks until 2023, in crowns since; a noble is worth its month in crowns, a mark ten times
     * that.
     */
    private static function former(int $yearEndMonth = 12, int $firstRate = 0): FormerCurrency
    {
        $rate = static fn (string $from, string $to, int $day): ?float => $to !== 'XCR' || $day < $firstRate
            ? null
            : match ($from) {
                'XVN' => (float) (intdiv($day, 100) % 100),
                'XMK' => 10.0 * (intdiv($day, 100) % 100),
                default => 1.0,
            };

        return new FormerCurrency([['XVN', 20200401], ['XMK', 20230101]], 'XCR', $rate, (new FiscalCalendar($yearEndMonth))->end(...));
    }

    public function test_a_report_is_in_the_currency_of_the_day_it_was_filed(): void
    {
        $former = self::former();
        $this->assertSame(
            ['XVN', 'XVN', 'XMK', 'XMK', 'XCR', 'XCR'],
            array_map($former->on(...), [20100101, 20200331, 20200401, 20221231, 20230101, 20260101]),
        );
        $this->assertSame([3.0, 40.0, 1.0], array_map($former->rateOn(...), [20200331, 20200401, 20230101]));
    }

    public function test_balances_take_the_rate_of_their_day_and_flows_the_mean_of_their_months(): void
    {
        $former = self::former();
        $this->assertSame(12.0, $former->factor(Unit::Money, false, 20180, 20190301));
        $this->assertSame(78.0 / 12, $former->factor(Unit::Money, true, 20180, 20190301));
        $this->assertSame((4.0 + 5 + 6) / 3, $former->factor(Unit::Money, true, 20182, 20180801));
        $this->assertSame((1.0 + 2 + 3) / 3, $former->factor(Unit::MoneyPerShare, true, 20181, 20180501));
        $this->assertSame((1 + 2 + 3 + 4 + 5 + 6) / 6, $former->factor(Unit::Money, true, 20186, 20180801));
        $this->assertSame((7 + 8 + 9 + 10 + 11 + 12) / 6, $former->factor(Unit::Money, true, 20187, 20190301));
        $this->assertSame(120.0, $former->factor(Unit::Money, false, 20180, 20210301), 'restated in the second currency');
        $this->assertSame(1.0, $former->factor(Unit::Money, true, 20180, 20230301), 'restated in that of now');
        foreach ([Unit::Shares, Unit::Ratio, Unit::Count] as $unit) {
            $this->assertSame(1.0, $former->factor($unit, false, 20180, 20190301));
        }
        // A year that ends in March has nine months of the year before.
        $this->assertSame(78.0 / 12, self::former(3)->factor(Unit::Money, true, 20180, 20180501));
        $this->assertSame((1.0 + 2 + 3) / 3, self::former(3)->factor(Unit::Money, true, 20184, 20180501));
        $this->assertSame((4.0 + 5 + 6) / 3, self::former(3)->factor(Unit::Money, true, 20181, 20180501));
    }

    public function test_a_fact_keeps_everything_but_its_amount(): void
    {
        $former = self::former();
        $correction = new CorrectedBy('Ada', 'checked', '', 20200101);
        $fact = $former->fact(new FiledFact('revenue', 20180, 100.0, 20190301, 7, $correction));
        $this->assertEquals(new FiledFact('revenue', 20180, 650.0, 20190301, 7, $correction), $fact);
        $this->assertSame(1200.0, $former->fact(new FiledFact('total_assets', 20180, 100.0, 20190301))?->value);
        $this->assertSame(100.0, $former->fact(new FiledFact('shares_outstanding_period_end', 20180, 100.0, 20190301))?->value);
        $this->assertSame(100.0, $former->fact(new FiledFact('revenue', 20230, 100.0, 20240301))?->value);
    }

    public function test_without_a_rate_there_is_no_figure(): void
    {
        $former = self::former(firstRate: 20180701);
        $this->assertNull($former->factor(Unit::Money, true, 20180, 20190301), 'half of its months have no rate');
        $this->assertSame(12.0, $former->factor(Unit::Money, false, 20180, 20190301));
        $this->assertNull($former->factor(Unit::Money, false, 20170, 20180301));
        $this->assertNull($former->fact(new FiledFact('revenue', 20180, 100.0, 20190301)));
    }
}
