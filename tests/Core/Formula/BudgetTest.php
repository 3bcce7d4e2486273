<?php

declare(strict_types=1);

namespace Tests\Core\Formula;

use Logion\Formula\Budget;
use Logion\Formula\FormulaError;
use Logion\Metric\Catalogue;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** What a formula costs is counted before it runs: windows inside windows multiply, over days as over years. */
final class BudgetTest extends TestCase
{
    private static function steps(string $formula): int
    {
        $catalogue = Catalogue::builtIn();

        return (new Budget($catalogue))->steps($catalogue->parse($formula));
    }

    public function test_windows_over_days_cost_as_many_bars_as_they_hold(): void
    {
        // The call and its window, for each bar a tenth of a step.
        $this->assertSame((int) (2 * 5 * 261 / 10), self::steps("drawdown('5y')"));
        $this->assertSame(50, self::steps('sma(250)'));
        $this->assertSame(2 * self::steps("high('5y')"), self::steps("high('10y')"));
        $this->assertSame(2 * 60, self::steps('beta_to_index(60)'), 'of months the ends alone are read');
        $this->assertGreaterThan(9 * self::steps("volatility('1y')"), self::steps("mean_of(volatility('1y'), 10)"));
    }

    #[TestWith(["mean_of(sma_of(drawdown('10y'), 30), 10)"])]
    #[TestWith(['sma_of(beta_to_index(250), 500)'])]
    #[TestWith(["sma_of(high('10y') / low('10y'), 250)"])]
    public function test_long_windows_inside_long_windows_are_refused(string $formula): void
    {
        $this->expectException(FormulaError::class);
        $this->expectExceptionMessage('steps for each company; at most 60 000 are allowed');
        Catalogue::builtIn()->parse($formula);
    }

    public function test_what_the_catalogue_holds_is_far_below_it(): void
    {
        $catalogue = Catalogue::builtIn();
        foreach ($catalogue->all() as $key => $metric) {
            if ($metric->comparison === null) {
                $this->assertLessThan(Budget::MOST / 15, (new Budget($catalogue))->steps($catalogue->tree($key)), $key);
            }
        }
    }
}
