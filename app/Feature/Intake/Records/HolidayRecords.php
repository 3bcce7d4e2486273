<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Reference\Holidays;
use Logion\Time\Day;

/** Days on which an exchange is closed. */
final class HolidayRecords extends ReferenceRecords
{
    protected function put(array $record): array
    {
        $exchange = self::exchange($record['exchange']);
        $name = $record['name'] ?? '';
        $status = app(Holidays::class)->put($this->by, $exchange, [$record['day'] => $name])[$record['day']];

        return [$status, $exchange->code, trim(Day::iso($record['day'])." {$name}")];
    }

    protected function changesFrom(): ?int
    {
        return null;
    }
}
