<?php

declare(strict_types=1);

namespace Tests\Core\Metric;

use Logion\Formula\FormulaError;
use Logion\Metric\Catalogue;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class MetricTest extends TestCase
{
    /** @return iterable<string, array{string, float, float, ?string}> */
    public static function standings(): iterable
    {
        yield 'a higher margin' => ['gross_margin', 0.4, 0.3, 'better'];
        yield 'a lower margin' => ['gross_margin', 0.2, 0.3, 'worse'];
        yield 'a lower multiple' => ['price_to_earnings', 9.0, 12.0, 'better'];
        yield 'a higher multiple' => ['price_to_earnings', 19.0, 12.0, 'worse'];
        yield 'a loss below a loss' => ['operating_margin', -0.2, -0.1, 'worse'];
        yield 'the median itself' => ['gross_margin', 0.3, 0.3, null];
        yield 'a figure without a better direction' => ['effective_tax_rate', 0.1, 0.3, null];
        yield 'an amount, which depends on size' => ['free_cash_flow', 5e6, 1e6, null];
    }

    #[DataProvider('standings')]
    public function test_a_value_stands_to_a_median_in_the_direction_that_is_better(
        string $metric,
        float $value,
        float $median,
        ?string $standing,
    ): void {
        $this->assertSame($standing, Catalogue::builtIn()->get($metric)->against($value, $median));
    }

    public function test_an_unknown_metric_is_refused_with_near_names(): void
    {
        try {
            Catalogue::builtIn()->get('gross_margn');
            $this->fail('There is no such metric.');
        } catch (FormulaError $error) {
            $this->assertSame('gross_margin', $error->proposal);
        }
    }
}
