<?php

declare(strict_types=1);

namespace Tests\Core\Reporting;

use Logion\Market\CorporateActions;
use Logion\Market\Economy;
use Logion\Market\PriceSeries;
use Logion\Metric\Catalogue;
use Logion\Metric\CompanyData;
use Logion\Metric\CompanyScope;
use Logion\Reporting\FiledFact;
use Logion\Reporting\FiledFacts;
use Logion\Reporting\ReportingModel;
use Logion\Reporting\ShareBasis;
use Logion\Time\Day;
use PHPUnit\Framework\TestCase;

/** Prices, counts and per-share figures meet on one share basis, whatever basis a filing near a split is on. */
final class ShareBasisTest extends TestCase
{
    private const SPLIT = 20230806; // a Sunday

    /**
     * A company of ten million shares at 100, split ten for one, with quarterly reports; one of them is filed five days after the split.
     *
     * @param  float  $count  shares in that report, in millions
     */
    private static function company(int $asOf, float $count = 100.0, bool $inOldShares = false): CompanyScope
    {
        $facts = $ends = [];
        $report = static function (int $period, int $end, int $filed, float $shares, float $perShare) use (&$facts, &$ends): void {
            $ends[$period] = $end;
            foreach (
                [
                    'shares_outstanding_period_end' => $shares * 1e6,
                    'diluted_shares_average' => $shares * 1e6,
                    'earnings_per_share_diluted' => $perShare,
                    'dividends_per_share' => $perShare / 2,
                    'net_income' => 10e6,
                    'revenue' => 50e6,
                ] as $line => $value
            ) {
                $facts[] = new FiledFact($line, $period, $value, $filed, $period);
            }
        };
        $examples = [[20222, 20220630, 20220810], [20223, 20220930, 20221110], [20224, 20221231, 20230301], [20231, 20230331, 20230510]];
        foreach ($examples as [$period, $end, $filed]) {
            $report($period, $end, $filed, 10.0, 1.0);
        }
        $report(20232, 20230630, 20230811, $inOldShares ? $count / 10 : $count, $inOldShares ? 1.0 : 0.1);
        $report(20233, 20230930, 20231110, 100.0, 0.1);
        $days = array_values(
            array_filter(
                array_map(static fn (int $i): int => Day::plus(20230102, $i), range(0, 500)),
                static fn (int $day): bool => (Day::ordinal($day) + 3) % 7 < 5,
            ),
        );
        $closes = array_map(static fn (int $day): float => $day < self::SPLIT ? 100.0 : 10.0, $days);
        $prices = new PriceSeries(
            $days,
            $closes,
            null,
            null,
            array_fill(0, count($days), 1000.0),
            new CorporateActions([[self::SPLIT, 10.0]]),
        );

        return new CompanyScope(
            new CompanyData(1, 'SPLT', ReportingModel::Industrial, '10', 'XCR', 'XCR', $facts, $ends, $prices),
            $asOf,
            Catalogue::builtIn(),
            new Economy(),
        );
    }

    public function test_market_value_and_multiples_do_not_move_with_a_split_on_any_day_around_it(): void
    {
        foreach ([false, true] as $inOldShares) {
            for ($day = 20230720; $day <= 20231130; $day = Day::plus($day, 1)) {
                $scope = self::company($day, inOldShares: $inOldShares);
                $this->assertEqualsWithDelta(1e9, $scope->metric('market_cap'), 1.0, "{$day}");
                $this->assertEqualsWithDelta(25.0, $scope->metric('price_to_earnings'), 1e-9, "{$day}");
                $this->assertEqualsWithDelta(0.0, $scope->metric('price_change_1_day'), 1e-12, "{$day}");
            }
        }
    }

    public function test_on_an_ex_date_without_trading_the_price_is_in_new_shares_too(): void
    {
        $saturday = self::company(20230805);
        $sunday = self::company(self::SPLIT);
        $this->assertSame([100.0, 10.0], [$saturday->metric('share_price'), $sunday->metric('share_price')]);
        $this->assertSame(
            [10e6, 100e6],
            [
                $saturday->market('shares_outstanding', \Logion\Formula\Moment::of('daily')),
                $sunday->market('shares_outstanding', \Logion\Formula\Moment::of('daily')),
            ],
        );
        $this->assertSame(10000.0, $sunday->market('volume', \Logion\Formula\Moment::of('daily')));
    }

    public function test_a_filing_says_by_its_own_count_which_basis_it_is_on(): void
    {
        $basis = static fn (float $count, int $filed = 20230811): float => (new ShareBasis(
            FiledFacts::of([
                new FiledFact('shares_outstanding_period_end', 20231, 10e6, 20230510, 1),
                new FiledFact('shares_outstanding_period_end', 20232, $count, $filed, 2),
            ]),
            new CorporateActions([[self::SPLIT, 10.0]]),
            20231231,
        ))->ratio($filed);
        $this->assertSame(1.0, $basis(100e6), 'Filed after the split, in new shares.');
        $this->assertSame(10.0, $basis(10.2e6), 'Filed after the split, in old shares.');
        $this->assertSame(10.0, $basis(10.2e6, 20230801), 'Filed before it.');
        $this->assertSame(1.0, $basis(101e6, 20230801), 'Filed before it, in new shares already.');
        $this->assertSame(1.0, $basis(38e6), 'Neither: what the day of filing says.');
        $this->assertSame(1.0, $basis(10.2e6, 20240601), 'Long after a split no filing is in old shares.');
    }

    public function test_small_splits_and_shares_issued_are_not_mixed_up(): void
    {
        $basis = new ShareBasis(
            FiledFacts::of([
                new FiledFact('basic_shares_average', 20231, 10e6, 20230510, 1),
                new FiledFact('basic_shares_average', 20232, 10e6, 20230811, 2),
            ]),
            new CorporateActions([[self::SPLIT, 1.1]]),
            20231231,
        );
        $this->assertSame(1.0, $basis->ratio(20230811));
        $this->assertSame(1.1, $basis->ratio(20230510));
    }

    public function test_a_reverse_split_is_seen_as_well(): void
    {
        $basis = new ShareBasis(
            FiledFacts::of([
                new FiledFact('diluted_shares_average', 20231, 200e6, 20230510, 1),
                new FiledFact('diluted_shares_average', 20232, 198e6, 20230811, 2),
            ]),
            new CorporateActions([[self::SPLIT, 0.05]]),
            20231231,
        );
        $this->assertSame(0.05, $basis->ratio(20230811));
    }

    public function test_a_split_of_three_for_two_can_be_told_and_a_smaller_one_cannot(): void
    {
        $rate = static function (float $ratio): float {
            $facts = [];
            foreach ([[20221, 20220510, 10.0], [20222, 20220810, 10.0], [20223, 20221110, 10.0]] as [$period, $filed, $shares]) {
                $facts[] = new FiledFact('shares_outstanding_period_end', $period, $shares * 1e6, $filed, $period);
            }
            // Filed before the split, in shares after it.
            $facts[] = new FiledFact('shares_outstanding_period_end', 20224, 10e6 * $ratio, 20230210, 20224);

            return (new ShareBasis(FiledFacts::of($facts), new CorporateActions([[20230215, $ratio]]), 20230601))->ratio(20230210);
        };
        $this->assertSame([1.0, 1.2], [$rate(1.5), $rate(1.2)]);
    }
}
