<?php

declare(strict_types=1);

namespace Logion\Valuation\Method;

use Logion\Figure\Words;

/** Cases with probabilities, set against a price. Probabilities are divided by their sum. */
final class Cases
{
    /**
     * @param  list<array{value: float, probability: float}>  $cases
     * @return array{expected_value: float, expected_return: ?float, returns: list<?float>, standard_deviation: float,
     *     upside_downside_ratio: ?float}
     */
    public static function against(float $price, array $cases): array
    {
        $sum = array_sum(array_column($cases, 'probability'));
        if ($cases === [] || $sum <= 0) {
            throw new \InvalidArgumentException(Words::say('the_probabilities_of_the_cases_must'));
        }
        $values = array_column($cases, 'value');
        $best = max($values);
        $worst = min($values);
        $expected = $variance = 0.0;
        foreach ($cases as $case) {
            $expected += ($case['probability'] / $sum) * $case['value'];
        }
        foreach ($cases as $case) {
            $variance += ($case['probability'] / $sum) * ($case['value'] - $expected) ** 2;
        }

        return [
            'expected_value' => $expected,
            'expected_return' => $price > 0 ? $expected / $price - 1 : null,
            'returns' => array_map(static fn (float $value): ?float => $price > 0 ? $value / $price - 1 : null, $values),
            'standard_deviation' => sqrt($variance),
            'upside_downside_ratio' => $price <= $worst ? null : ($best - $price) / ($price - $worst),
        ];
    }
}
