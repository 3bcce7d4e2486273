<?php

declare(strict_types=1);

namespace Tests\Core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Core\Golden\AccountingCases;
use Tests\Core\Golden\BusinessCases;
use Tests\Core\Golden\CapitalCases;
use Tests\Core\Golden\DividendCases;
use Tests\Core\Golden\IndicatorCases;
use Tests\Core\Golden\MarketBehaviourCases;
use Tests\Core\Golden\PeerCases;
use Tests\Core\Golden\PortfolioCases;
use Tests\Core\Golden\ReturnsAndRiskCases;
use Tests\Core\Golden\StatisticsCases;
use Tests\Core\Golden\ValuationCases;
use Tests\Core\Golden\ValueMethodCases;

/**
 * Independently computed figures. The directory can be replaced by LOGION_GOLDEN_DIR (same file names and shapes).
 */
final class GoldenTest extends TestCase
{
    /** @return array<string, \Closure(array<string, mixed>): array<string, mixed>> */
    private static function calculations(): array
    {
        return [
            ...StatisticsCases::all(),
            ...ReturnsAndRiskCases::all(),
            ...IndicatorCases::all(),
            ...CapitalCases::all(),
            ...ValuationCases::all(),
            ...ValueMethodCases::all(),
            ...AccountingCases::all(),
            ...BusinessCases::all(),
            ...DividendCases::all(),
            ...MarketBehaviourCases::all(),
            ...PeerCases::all(),
            ...PortfolioCases::all(),
        ];
    }

    /** @return iterable<string, array{array<string, mixed>}> */
    public static function cases(): iterable
    {
        $directory = getenv('LOGION_GOLDEN_DIR') ?: __DIR__.'/golden';
        foreach (glob($directory.'/*.json') ?: [] as $file) {
            foreach (json_decode((string) file_get_contents($file), true, flags: JSON_THROW_ON_ERROR) as $case) {
                yield $case['id'].' '.$case['kind'] => [$case];
            }
        }
    }

    /** @param  array<string, mixed>  $case */
    #[DataProvider('cases')]
    public function test_figures_agree_with_the_golden_case(array $case): void
    {
        $calculation = self::calculations()[$case['kind']] ?? null;
        $this->assertNotNull($calculation, "No calculation is wired for the kind {$case['kind']}; add it.");
        $this->assertAgrees($case['expected'], $calculation($case['inputs']), $case, $case['kind']);
    }

    /** @param  array<string, mixed>  $case */
    private function assertAgrees(mixed $expected, mixed $actual, array $case, string $path): void
    {
        if (is_array($expected)) {
            $this->assertIsArray($actual, $path);
            if (array_is_list($expected)) {
                $this->assertCount(count($expected), $actual, $path);
            }
            foreach ($expected as $key => $value) {
                $this->assertArrayHasKey($key, $actual, "{$path}.{$key}");
                $this->assertAgrees($value, $actual[$key], $case, "{$path}.{$key}");
            }

            return;
        }
        if ((is_int($expected) || is_float($expected)) && ! is_bool($actual)) {
            $this->assertTrue(is_int($actual) || is_float($actual), "{$path}: expected {$expected}, got ".var_export($actual, true));
            $allowed = max($case['tolerance'] * abs($expected), $case['abs_tolerance']);
            $this->assertTrue(
                abs($actual - $expected) <= $allowed,
                sprintf('%s: expected %.15g, got %.15g (allowed %.3g). %s', $path, $expected, $actual, $allowed, $case['method'] ?? ''),
            );

            return;
        }
        $this->assertSame($expected, $actual, $path);
    }
}
