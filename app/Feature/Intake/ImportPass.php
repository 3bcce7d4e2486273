<?php

declare(strict_types=1);

namespace App\Feature\Intake;

use App\Models\Company;
use App\Models\Import;
use App\Storage\SpooledBars;
use Closure;
use Logion\Figure\Words;
use Logion\Identity\DatedListing;
use Logion\Intake\FiscalCalendar;

/** One reading of a file by a mapping, which either compares only or also stores. */
final readonly class ImportPass
{
    /**
     * @param  array<string, string>  $lines  statement line by label or concept, as decided by the user; "" leaves it out
     * @param  int|null  $company  the company all rows belong to; null where the file names it
     * @param  DatedListing|null  $listing  under which that company was named
     * @param  int|null  $importId  under which rows are stored; null compares only
     * @param  (Closure(int, int): void)|null  $progress  rows done, total (0 where unknown)
     * @param  SpooledBars|null  $spool  where prices are laid down that are stored later
     */
    public function __construct(
        public Import $import,
        public Mapping $mapping,
        public array $lines,
        public CompanyMatching $companies,
        public ?int $company,
        public ?DatedListing $listing,
        public ?int $importId,
        public Outcome $outcome,
        public ?Closure $progress = null,
        public ?SpooledBars $spool = null,
    ) {
    }

    /** How a company counts its fiscal years: as it is known to, else as was answered. */
    public function calendar(int $company): FiscalCalendar
    {
        $read = $this->companies->read($company);

        return $read->fiscal_years === null
            ? new FiscalCalendar($read->year_end, $this->mapping->fiscalYears === FiscalCalendar::BEGINS)
            : $read->calendar;
    }

    /** Some fiscal years have the number of the calendar year in which they begin; once it is known of a company it is kept. */
    public function askOfFiscalYears(int $company): void
    {
        $read = $this->companies->read($company);
        if ($read->fiscal_years !== null) {
            return;
        }
        if ($this->mapping->fiscalYears === null && FiscalCalendar::isDoubtful($read->year_end)) {
            $this->outcome->questions['fiscal_years'] = Words::say(
                'the_fiscal_years_of_end_in',
                name: $read->name,
                year_end: $read->year_end,
            );
        } elseif ($this->importId !== null) {
            Company::query()
                ->whereKey($company)
                ->update(['fiscal_years' => $this->mapping->fiscalYears ?? FiscalCalendar::ENDS]);
            $this->companies->forget();
        }
    }
}
