<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Intake\CompanyMatching;
use Logion\Intake\FiscalCalendar;
use Logion\Intake\Refusal;

/** Reads fiscal periods by the calendar of their company; files repeat few texts many times. */
final class Periods
{
    /** @var array<int, array<string, int>> period by month of the year's end and text */
    private array $read = [];

    public function __construct(private readonly CompanyMatching $companies)
    {
    }

    /** @throws Refusal if the text is no period */
    public function read(int $company, string $text): int
    {
        $yearEnd = $this->companies->read($company)->year_end;

        return $this->read[$yearEnd][$text] ??=
            (new FiscalCalendar($yearEnd))->heading($text) ??
            throw Refusal::because("\"{$text}\" is no fiscal period such as 2023, Q1 2024 or 2023-12-31");
    }
}
