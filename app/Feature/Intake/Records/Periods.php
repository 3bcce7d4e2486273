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

    /** @var array<string, array<string, int>> quarter up to which nine months run, 0 for any other span, in the same way */
    private array $nineMonths = [];

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

    /** The quarter up to which nine months run from the start of the year; null where the text is another span. */
    public function nineMonths(int $company, string $text): ?int
    {
        $read = $this->companies->read($company);
        $quarter = $this->nineMonths["{$read->year_end} {$read->fiscal_years}"][$text] ??= $read->calendar->nineMonths($text) ?? 0;

        return $quarter === 0 ? null : $quarter;
    }
}
