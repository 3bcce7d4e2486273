<?php

declare(strict_types=1);

namespace Tests\Core\Intake;

use Logion\Intake\TableKind;
use PHPUnit\Framework\TestCase;

final class TableKindTest extends TestCase
{
    public function test_rows_are_about_known_companies_unless_they_describe_the_world_these_stand_in(): void
    {
        $world = [
            TableKind::Exchanges,
            TableKind::Indices,
            TableKind::Rates,
            TableKind::Holidays,
            TableKind::PastTransactions,
            TableKind::Companies,
        ];
        foreach (TableKind::cases() as $kind) {
            $this->assertSame(! in_array($kind, $world, true), $kind->isOfCompanies(), $kind->value);
        }
    }
}
