<?php

declare(strict_types=1);

namespace Tests\Core\Valuation\Method;

use Logion\Valuation\Method\Cases;
use PHPUnit\Framework\TestCase;

final class CasesTest extends TestCase
{
    public function test_probabilities_need_not_add_up_and_must_be_something(): void
    {
        $cases = [['value' => 80.0, 'probability' => 1.0], ['value' => 140.0, 'probability' => 3.0]];
        $of = Cases::against(100.0, $cases);
        $this->assertEqualsWithDelta(125.0, $of['expected_value'], 1e-12);
        $this->assertEqualsWithDelta(0.25, $of['expected_return'], 1e-12);
        $this->assertEqualsWithDelta([-0.2, 0.4], $of['returns'], 1e-12);
        $this->assertEqualsWithDelta(sqrt(0.25 * 45 ** 2 + 0.75 * 15 ** 2), $of['standard_deviation'], 1e-9);
        $this->assertEqualsWithDelta(2.0, $of['upside_downside_ratio'], 1e-12);
        foreach ([[], [['value' => 80.0, 'probability' => 0.0]]] as $none) {
            try {
                Cases::against(100.0, $none);
                $this->fail('That says nothing.');
            } catch (\InvalidArgumentException $refusal) {
                $this->assertNotSame('', $refusal->getMessage());
            }
        }
    }
}
