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
        $status = app(Holidays::class)->put($this->by, $exchange, [$record['closed_on'] => $name])[$record['closed_on']];

        return [$status, $exchange->code, trim(Day::iso($record['closed_on'])." {$name}")];
    }

    protected function changesFigures(): bool
    {
        return false;
    }
}
