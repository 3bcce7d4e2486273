<?php

declare(strict_types=1);

namespace Tests\Core\Metric;

use Logion\Figure\Absence;
use Logion\Formula\Moment;
use Logion\Market\CorporateActions;
use Logion\Market\Economy;
use Logion\Market\PriceSeries;
use Logion\Metric\Catalogue;
use Logion\Metric\CompanyData;
use Logion\Metric\CompanyScope;
use Logion\Reporting\FiledFact;
use Logion\Reporting\ReportingModel;
use PHPUnit\Framework\TestCase;

/** A share that trades in another currency than its company reports in; and means of what moves from day to day. */
final class ForeignPricesTest extends TestCase
{
    private const RATE = 0.4;

    public function test_amounts_of_prices_are_brought_into_the_currency_of_the_reports_and_ratios_stay(): void
    {
        [$home, $abroad] = [self::scope('XCR'), self::scope('XPC')];
        foreach (
            [
                'price',
                'high(20)',
                'low(20)',
                "high('52w')",
                'sma(20)',
                'ema(12)',
                'ema(12) - ema(26)',
                'ema_of(ema(12) - ema(26), 9)',
                'sma_of(price, 3)',
                'median_traded_value(60)',
                "dividends('1y')",
                'ema_of(high(5), 4)',
            ] as $formula
        ) {
            $this->assertEqualsWithDelta(
                self::RATE * self::value($home, $formula),
                self::value($abroad, $formula),
                1e-9 * abs(self::value($home, $formula)),
                $formula,
            );
            $this->assertNotSame(0.0, self::value($home, $formula));
        }
        foreach (
            [
                "price_return('1y')",
                "total_return('6m')",
                "volatility('1y')",
                "downside_deviation('1y')",
                "value_at_risk('1y', 0.95)",
                "drawdown('1y')",
                'rsi(14)',
                'average_volume(20)',
                "traded_volume('3m')",
                "amihud('1y')",
            ] as $formula
        ) {
            $this->assertEqualsWithDelta(self::value($home, $formula), self::value($abroad, $formula), 1e-9, $formula);
        }
    }

    public function test_means_over_days_are_those_of_the_days_one_by_one(): void
    {
        $scope = self::scope('XCR');
        $of = static fn (string $formula): \Closure => static fn (int $back): float => self::at($scope, $formula, $back);
        foreach (['price', 'high(3)', 'sma(5)', '(high(3) - low(3)) / price', 'revenue / price', 'days_ago(price, 2)'] as $formula) {
            $this->assertEqualsWithDelta(
                array_sum(array_map($of($formula), range(0, 3))) / 4,
                self::value($scope, "sma_of({$formula}, 4)"),
                1e-9,
                $formula,
            );
            // An exponential mean obeys its own rule from one day to the next.
            $today = self::value($scope, "ema_of({$formula}, 4)");
            $yesterday = self::at($scope, "ema_of({$formula}, 4)", 1);
            $this->assertEqualsWithDelta(0.4 * self::value($scope, $formula) + 0.6 * $yesterday, $today, 1e-9, $formula);
        }
        $this->assertEqualsWithDelta(self::value($scope, 'ema(12)'), self::value($scope, 'ema_of(price, 12)'), 1e-9);
        foreach (['ema(12)', 'rsi(14)', 'ema_of(ema(12), 5)'] as $formula) {
            $this->assertEqualsWithDelta(self::at($scope, $formula, 7), self::value($scope, "days_ago({$formula}, 7)"), 1e-9, $formula);
        }
        $this->assertInstanceOf(Absence::class, $scope->value($scope->catalogue->parse('ema_of(sma(1000), 3)')));
    }

    public function test_trading_days_are_counted_with_the_first(): void
    {
        $scope = self::scope('XCR', 6);
        $closes = $scope->prices->closes;
        $this->assertSame(array_sum($closes) / 6, self::value($scope, 'sma(6)'));
        $this->assertSame(max($closes), self::value($scope, 'high(6)'));
        $this->assertSame($closes[5] / $closes[0] - 1, self::value($scope, 'price_return(5)'));
        foreach (['sma(7)', 'high(7)', 'price_return(6)', 'ema(7)', 'rsi(6)'] as $formula) {
            $this->assertInstanceOf(Absence::class, $scope->value($scope->catalogue->parse($formula)), $formula);
        }
        $this->assertIsFloat($scope->value($scope->catalogue->parse('ema(6)')));
        $this->assertIsFloat($scope->value($scope->catalogue->parse('rsi(5)')));
    }

    /** The same formula as it was so many trading days ago. */
    private static function at(CompanyScope $scope, string $formula, int $back): float
    {
        $days = $scope->prices->days;

        return self::value(
            new CompanyScope($scope->company, $days[count($days) - 1 - $back], $scope->catalogue, $scope->economy),
            $formula,
        );
    }

    private static function value(CompanyScope $scope, string $formula): float
    {
        $value = $scope->value($scope->catalogue->parse($formula), Moment::of('trailing'));

        return $value instanceof Absence ? self::fail("{$formula}: {$value->sentence()}") : $value;
    }

    private static function scope(string $trading, int $bars = 600): CompanyScope
    {
        mt_srand(8);
        $days = $closes = $volumes = [];
        $day = new \DateTimeImmutable('2023-06-30');
        for ($price = 50.0; count($days) < $bars; $day = $day->modify('+1 day')) {
            if ($day->format('N') < 6) {
                $days[] = (int) $day->format('Ymd');
                $closes[] = $price *= 1 + mt_rand(-200, 205) / 10000;
                $volumes[] = (float) mt_rand(1000, 9000);
            }
        }
        $highs = array_map(static fn (float $close): float => $close * 1.01, $closes);
        $lows = array_map(static fn (float $close): float => $close * 0.98, $closes);
        $company = new CompanyData(
            1,
            'TEST',
            ReportingModel::Industrial,
            '10',
            'XCR',
            $trading,
            [new FiledFact('revenue', 20220, 900.0, 20230301)],
            [20220 => 20221231],
            new PriceSeries(
                $days,
                $closes,
                $bars < 10 ? null : $highs,
                $bars < 10 ? null : $lows,
                $volumes,
                new CorporateActions([], [[20250203, 1.5]]),
            ),
        );

        return new CompanyScope(
            $company,
            $days[$bars - 1],
            Catalogue::builtIn(),
            new Economy(
                ['bill_rate' => ['days' => [20200101], 'values' => [0.02]]],
                exchangeRates: ['XPC' => ['days' => [20200101], 'values' => [self::RATE]]],
            ),
        );
    }
}
