<?php

declare(strict_types=1);

namespace Tests\Core\Reporting;

use Logion\Figure\Absence;
use Logion\Formula\Moment;
use Logion\Market\CorporateActions;
use Logion\Market\Economy;
use Logion\Market\PriceSeries;
use Logion\Metric\Catalogue;
use Logion\Metric\CompanyData;
use Logion\Metric\CompanyScope;
use Logion\Metric\Evaluation\Workings;
use Logion\Reporting\FiledFact;
use Logion\Reporting\ReportingModel;
use Logion\Reporting\ShareClass;
use Logion\Reporting\ShareClasses;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** The market value of a company is the sum of its classes of shares, each at its own price. */
final class ShareClassTest extends TestCase
{
    private const DAYS = [20241231, 20250613, 20250630];

    /**
     * 1,000 shares in all at 20.00, after one class more.
     *
     * @param  list<ShareClass>  $others
     */
    private static function scope(array $others, int $asOf = 20250630, array $actions = []): CompanyScope
    {
        $facts = [];
        foreach ([2023 => 900.0, 2024 => 1000.0] as $year => $shares) {
            foreach (['shares_outstanding_period_end' => $shares, 'revenue' => 500.0, 'net_income' => 50.0] as $line => $value) {
                $facts[] = new FiledFact($line, $year * 10, $value, ($year + 1) * 10000 + 301, $year);
            }
        }
        $prices = new PriceSeries([20231229, ...self::DAYS], [10.0, 16.0, 19.0, 20.0], actions: new CorporateActions(...$actions));

        return new CompanyScope(
            new CompanyData(
                1,
                'TARN',
                ReportingModel::Industrial,
                '28',
                'XCR',
                'XCR',
                $facts,
                [20230 => 20231231, 20240 => 20241231],
                $prices,
                otherClasses: $others,
            ),
            $asOf,
            Catalogue::builtIn(),
            new Economy([], 0.05, 0.25, ['XVN' => ['days' => [20200101], 'values' => [1.5]]]),
        );
    }

    /**
     * @param  list<float>  $closes
     * @param  list<array{int, float, int}>  $counts  period, shares, day of the report
     */
    private static function other(
        array $closes,
        array $counts,
        float $entitlement = 1.0,
        string $currency = 'XCR',
        array $days = self::DAYS,
        array $splits = [],
    ): ShareClass {
        return new ShareClass(
            'Class B',
            new PriceSeries($days, $closes, actions: new CorporateActions($splits)),
            $currency,
            $entitlement,
            array_map(
                static fn (array $of): FiledFact => new FiledFact(ShareClass::COUNT, $of[0], $of[1], $of[2], intdiv($of[0], 10)),
                $counts,
            ),
        );
    }

    /** @return iterable<string, array{list<ShareClass>, float}> */
    public static function companies(): iterable
    {
        $counts = [[20240, 200.0, 20250301]];
        yield 'one class' => [[], 1000 * 20.0];
        yield 'a class at a price of its own' => [[self::other([14.0, 15.0, 15.5], $counts)], 800 * 20.0 + 200 * 15.5];
        yield 'one with a tenth of the rights' => [[self::other([1.4, 1.5, 1.6], $counts, 0.1)], 980 * 20.0 + 200 * 1.6];
        yield 'two more' => [
            [self::other([14.0, 15.0, 15.5], $counts), self::other([30.0, 31.0, 32.0], [[20240, 50.0, 20250301]])],
            750 * 20.0 + 200 * 15.5 + 50 * 32.0,
        ];
        yield 'one that trades in another currency' => [
            [self::other([9.0, 10.0, 11.0], $counts, 1.0, 'XVN')],
            800 * 20.0 + 200 * 11.0 * 1.5,
        ];
        yield 'a price of last week is one' => [[self::other([14.0, 15.0], $counts, days: [20241231, 20250613])], 800 * 20.0 + 200 * 15.0];
        yield 'one no longer listed counts at the price of the main one' => [[self::other([14.0], $counts, days: [20241231])], 1000 * 20.0];
        yield 'one listed later does too' => [[self::other([14.0], $counts, days: [20250701])], 1000 * 20.0];
        yield 'its own split is on its price and its count' => [
            [self::other([28.0, 30.0, 15.5], $counts, splits: [[20250620, 2.0]])],
            800 * 20.0 - 200 * 20.0 + 400 * 15.5,
        ];
        yield 'the count of the latest report' => [
            [self::other([14.0, 15.0, 15.5], [[20230, 300.0, 20240301], ...$counts])],
            800 * 20.0 + 200 * 15.5,
        ];
        yield 'a restated count' => [[self::other([14.0, 15.0, 15.5], [...$counts, [20240, 250.0, 20250401]])], 750 * 20.0 + 250 * 15.5];
        yield 'a count that is public later is not known' => [
            [self::other([14.0, 15.0, 15.5], [[20240, 200.0, 20250301], [20240, 250.0, 20250701]])],
            800 * 20.0 + 200 * 15.5,
        ];
        yield 'a count of three quarters before counts' => [
            [self::other([14.0, 15.0, 15.5], [[20241, 120.0, 20240501]])],
            880 * 20.0 + 120 * 15.5,
        ];
    }

    /** @param  list<ShareClass>  $others */
    #[DataProvider('companies')]
    public function test_the_market_value_sums_the_classes(array $others, float $expected): void
    {
        $this->assertEqualsWithDelta($expected, self::scope($others)->metric('market_cap'), 1e-9);
    }

    public function test_without_the_count_of_a_listed_class_there_is_no_market_value(): void
    {
        foreach ([[], [[20234, 300.0, 20240301]], [[20240, 200.0, 20250701]], [[20251, 200.0, 20250601]]] as $counts) {
            $value = self::scope([self::other([14.0, 15.0, 15.5], $counts)])->metric('market_cap');
            $this->assertInstanceOf(Absence::class, $value);
            $this->assertSame('The share count of Class B was not reported.', $value->sentence());
        }
    }

    public function test_a_past_year_counts_the_classes_and_prices_of_its_end(): void
    {
        $scope = self::scope([self::other([14.0, 15.0, 15.5], [[20230, 300.0, 20240301], [20240, 200.0, 20250301]])]);
        $past = static fn (int $years): float|Absence => $scope->metric('market_cap', Moment::of('annual')->completedYear($years));
        $this->assertEqualsWithDelta(800 * 16.0 + 200 * 14.0, $past(0), 1e-9);
        // At the end of 2023 only the main class had a price.
        $this->assertEqualsWithDelta(900 * 10.0, $past(1), 1e-9);
        // As of a day before the latest report its count is not known.
        $earlier = self::scope([self::other([14.0, 15.0, 15.5], [[20230, 300.0, 20240301], [20240, 200.0, 20250301]])], 20241231);
        $this->assertEqualsWithDelta(600 * 16.0 + 300 * 14.0, $earlier->metric('market_cap'), 1e-9);
    }

    public function test_a_count_of_a_day_before_a_split_of_its_class_is_put_on_the_new_basis_once(): void
    {
        $class = self::other([28.0, 30.0, 15.5], [[20240, 200.0, 20250301], [20251, 410.0, 20250625]], splits: [[20250620, 2.0]]);
        $this->assertSame(400.0, $class->countAt(20244, 20250630));
        $this->assertSame(200.0, $class->countAt(20244, 20250619));
        $this->assertSame(410.0, $class->countAt(20251, 20250630), 'what was filed after the split is in new shares');
        $this->assertSame(['day' => 20250613, 'price' => 15.0], $class->priceOn(20250619, 20250630));
        $this->assertSame(['day' => 20250613, 'price' => 30.0], $class->priceOn(20250619, 20250619));
    }

    public function test_the_working_shows_each_class(): void
    {
        $working = json_decode(
            (string) json_encode(
                (new Workings(self::scope([self::other([14.0, 15.0, 15.5], [[20240, 200.0, 20250301]], 0.5)])))->metric('market_cap'),
            ),
            true,
        );
        $inputs = array_column($working['children'], null, 'key');
        $this->assertSame(100.0, (float) $inputs['shares_of_other_classes']['value']);
        $this->assertSame([200.0, 0.5], array_map(floatval(...), array_column($inputs['shares_of_other_classes']['children'], 'value')));
        $this->assertSame(['Class B: shares', 'Class B: price'], array_column($inputs['value_of_other_classes']['children'], 'label'));
        $this->assertSame([200.0, 15.5], array_map(floatval(...), array_column($inputs['value_of_other_classes']['children'], 'value')));
        $alone = json_decode((string) json_encode((new Workings(self::scope([])))->metric('market_cap')), true);
        $this->assertSame(
            'No other class of its shares is listed.',
            array_column($alone['children'], null, 'key')['value_of_other_classes']['source']['text'],
        );
    }

    public function test_names_of_classes_are_told_however_a_report_writes_them(): void
    {
        foreach (
            [
                ['CommonClassBMember', 'Class B'],
                ['Class B ordinary shares', 'B shares'],
                ['ClassB', 'class b'],
                ['Ordinary shares', 'CommonStockMember'],
                ['SeriesAMember', 'Class A common stock'],
                ['Preference shares, non-voting', 'Non-voting preference'],
            ] as [$one, $other]
        ) {
            $this->assertTrue(ShareClasses::isNamed($one, $other), "{$one} and {$other}");
        }
        foreach ([['Class A', 'Class B'], ['Ordinary shares', 'Class A'], ['Preference shares', 'Ordinary shares']] as [$one, $other]) {
            $this->assertFalse(ShareClasses::isNamed($one, $other), "{$one} and {$other}");
        }
    }

    public function test_a_report_that_counts_class_by_class_alone_gives_the_count_of_all(): void
    {
        $count = static fn (int $period, float $shares, int $filing): FiledFact => new FiledFact(
            ShareClass::COUNT,
            $period,
            $shares,
            20250301,
            $filing,
        );
        $classes = [
            ['entitlement' => 1.0, 'counts' => [$count(20240, 800.0, 7), $count(20251, 810.0, 8), $count(20252, 820.0, 9)]],
            ['entitlement' => 0.5, 'counts' => [$count(20240, 200.0, 7), $count(20251, 210.0, 8)]],
        ];
        $totals = ShareClasses::totals([$count(20251, 915.0, 8)], $classes);
        // The first quarter has a total of its own, and of the second one class is not known.
        $this->assertEquals([$count(20240, 900.0, 7)], $totals);
    }
}
