<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Intake\CompanyMatching;
use Logion\Figure\Words;
use Logion\Intake\Refusal;

/** Reads fiscal periods by the calendar of their company; files repeat few texts many times. */
final class Periods
{
    /** @var array<string, array<string, int>> period by the way years are counted and text */
    private array $read = [];

    public function __construct(private readonly CompanyMatching $companies)
    {
    }

    /** @throws Refusal if the text is no period */
    public function read(int $company, string $text): int
    {
        $read = $this->companies->read($company);

        return $this->read["{$read->year_end} {$read->fiscal_years}"][$text] ??=
            $read->calendar->heading($text) ?? throw Refusal::because(Words::say('is_no_fiscal_period', text: $text));
    }
}
