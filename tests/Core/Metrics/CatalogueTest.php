<?php

declare(strict_types=1);

namespace Tests\Core\Metrics;

use Logion\Metrics\Catalogue;
use Logion\Metrics\Formula\Dimensions;
use Logion\Metrics\Metric;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class CatalogueTest extends TestCase
{
    /** @return iterable<string, array{Metric}> */
    public static function metrics(): iterable
    {
        foreach (Catalogue::builtIn()->all() as $metric) {
            yield $metric->key => [$metric];
        }
    }

    #[DataProvider('metrics')]
    public function test_the_units_of_a_formula_are_those_declared(Metric $metric): void
    {
        $catalogue = Catalogue::builtIn();
        $dimensions = new Dimensions($catalogue);
        $found = $dimensions->of($catalogue->tree($metric->key), $metric->formula);
        $this->assertEquals($metric->unit->dimension(), $found ?? $metric->unit->dimension());
        $guard = $catalogue->guard($metric->key);
        if ($guard !== null) {
            $this->assertEquals([0.0, 0.0], $dimensions->of($guard, (string) $metric->notMeaningfulWhen));
        }
        foreach ([...$catalogue->tree($metric->key)->names(), ...($guard?->names() ?? [])] as $name) {
            $this->assertContains($name, $catalogue->names(), "{$metric->key} names what does not exist");
        }
        $this->assertNotEmpty($metric->templates);
        $this->assertContains($metric->better, ['higher', 'lower', 'neutral']);
    }

    public function test_no_metric_refers_to_itself(): void
    {
        $catalogue = Catalogue::builtIn();
        $visit = function (string $key, array $path) use (&$visit, $catalogue): void {
            $this->assertNotContains($key, $path, 'Circle: '.implode(' → ', [...$path, $key]));
            foreach ($catalogue->tree($key)->names() as $name) {
                if ($catalogue->find($name) !== null) {
                    $visit($name, [...$path, $key]);
                }
            }
        };
        foreach (array_keys($catalogue->all()) as $key) {
            $visit($key, []);
        }
        $this->assertGreaterThan(250, count($catalogue->all()));
    }

    public function test_labels_are_unique(): void
    {
        $labels = array_map(static fn (Metric $metric): string => $metric->label, Catalogue::builtIn()->all());
        $this->assertSame([], array_keys(array_filter(array_count_values($labels), static fn (int $n): bool => $n > 1)));
    }
}
