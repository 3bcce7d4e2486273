<?php

declare(strict_types=1);

namespace Tests\Core\Valuation\Forecast;

use Logion\Valuation\Forecast\DriverRule;
use Logion\Valuation\InvalidAssumption;
use PHPUnit\Framework\TestCase;

/** How a driver goes through the years by each rule, and that a rule is told as it was read. */
final class DriverRuleTest extends TestCase
{
    private const HISTORY = [2021 => 0.02, 2022 => null, 2023 => 0.04, 2024 => 0.12, 2025 => 0.06];

    /** @param  array<string, mixed>  $told */
    private function path(array $told, int $years = 4): array
    {
        return DriverRule::fromArray('growth', $told)->path(
            'growth',
            $years,
            self::HISTORY,
            [0.09, 0.07],
            static fn (string $name): array => $name === 'other' ? [1.0, 2.0, 3.0, 4.0] : throw InvalidAssumption::unknown($name),
        );
    }

    public function test_each_rule_gives_a_figure_for_each_year(): void
    {
        $this->assertSame([0.1, 0.2, 0.2, 0.2], $this->path(['rule' => 'own', 'values' => [0.1, 0.2]]), 'the last one holds');
        $this->assertSame([0.1, 0.2], $this->path(['rule' => 'own', 'values' => [0.1, 0.2, 0.3]], 2));
        $this->assertEqualsWithDelta(
            [0.1, 0.1, 0.075, 0.05],
            $this->path(['rule' => 'fade', 'from' => 0.1, 'to' => 0.05, 'hold_years' => 2]),
            1e-15,
        );
        $this->assertEqualsWithDelta([0.1, 0.08, 0.06, 0.04], $this->path(['rule' => 'step', 'from' => 0.1, 'step' => -0.02]), 1e-15);
        $this->assertEqualsWithDelta(
            array_fill(0, 4, 0.06),
            $this->path(['rule' => 'historical_mean']),
            1e-15,
            'a year without one is none',
        );
        $this->assertEqualsWithDelta(array_fill(0, 4, 0.05), $this->path(['rule' => 'historical_median']), 1e-15);
        $this->assertEqualsWithDelta(array_fill(0, 4, 0.04), $this->path(['rule' => 'historical_mean', 'exclude' => [2024]]), 1e-15);
        $this->assertSame([0.09, 0.07, 0.07, 0.07], $this->path(['rule' => 'consensus']));
        $this->assertSame([2.5, 4.5, 6.5, 8.5], $this->path(['rule' => 'tied', 'along' => 'other', 'times' => 2, 'plus' => 0.5]));
        $this->assertSame([1.0, 2.0, 3.0, 4.0], $this->path(['rule' => 'tied', 'along' => 'other']));
    }

    public function test_a_rule_is_told_as_it_was_read_and_in_words(): void
    {
        foreach (
            [
                ['rule' => 'own', 'values' => [0.1, 0.2], 'source' => 'own'],
                ['rule' => 'fade', 'from' => 0.1, 'to' => 0.05, 'hold_years' => 2, 'source' => 'own'],
                ['rule' => 'step', 'from' => 0.1, 'step' => -0.02, 'source' => 'own'],
                ['rule' => 'historical_mean', 'exclude' => [2024], 'source' => 'history'],
                ['rule' => 'consensus', 'source' => 'consensus'],
                ['rule' => 'tied', 'along' => 'other', 'times' => 2.0, 'plus' => 0.5, 'source' => 'own'],
            ] as $told
        ) {
            $rule = DriverRule::fromArray('growth', $told);
            $this->assertSame($told, $rule->toArray());
            $this->assertNotSame('', $rule->describe());
        }
        $this->assertStringContainsString('other', DriverRule::tied('other')->describe());
    }

    public function test_what_is_no_rule_says_what_it_lacks(): void
    {
        foreach (
            [
                ['rule' => 'magic'],
                [],
                ['rule' => 'own', 'values' => []],
                ['rule' => 'own', 'values' => ['much']],
                ['rule' => 'own', 'values' => [INF]],
                ['rule' => 'fade', 'from' => 0.1],
                ['rule' => 'step', 'from' => 0.1],
                ['rule' => 'tied'],
                ['rule' => 'tied', 'along' => ['other']],
                ['rule' => 'tied', 'along' => 'nosuch'],
                ['rule' => 'historical_mean', 'exclude' => [2021, 2023, 2024, 2025]],
            ] as $told
        ) {
            try {
                $this->path($told);
                $this->fail('taken: '.json_encode($told, JSON_PARTIAL_OUTPUT_ON_ERROR));
            } catch (InvalidAssumption $refusal) {
                $this->assertNotSame('', $refusal->getMessage());
            }
        }
        $this->expectException(InvalidAssumption::class);
        DriverRule::consensus()->path('growth', 3);
    }
}
