<?php

declare(strict_types=1);

namespace Tests\Core\Valuation;

use Logion\Valuation\ShareCount;
use PHPUnit\Framework\TestCase;

final class ShareCountTest extends TestCase
{
    public function test_options_dilute_at_the_very_value_they_lead_to(): void
    {
        $count = new ShareCount(100.0, 4.0, [['count' => 10.0, 'strike' => 5.0], ['count' => 50.0, 'strike' => 90.0]]);
        $value = $count->valuePerShare(1000.0);
        $this->assertNotNull($value);
        $this->assertEqualsWithDelta((1000.0 + 50.0) / 114.0, $value, 1e-9);
        $this->assertEqualsWithDelta(1000.0 / $count->dilutedAt($value), $value, 1e-9);
        $this->assertSame(0.0, $count->fromOptions(5.0));
    }

    public function test_equity_that_is_nothing_or_less_has_no_value_a_share(): void
    {
        $count = new ShareCount(100.0, 0.0, [['count' => 10.0, 'strike' => 5.0]]);
        $this->assertSame([null, null], [$count->valuePerShare(0.0), $count->valuePerShare(-50.0)]);
    }
}
