<?php

declare(strict_types=1);

namespace App\Feature\Intake;

use App\Models\Import;
use Closure;
use Logion\Identity\DatedListing;

/** One reading of a file by a mapping, which either compares only or also stores. */
final readonly class ImportPass
{
    /**
     * @param  array<string, string>  $lines  statement line by label or concept, as decided by the user; "" leaves it out
     * @param  int|null  $company  the company all rows belong to; null where the file names it
     * @param  DatedListing|null  $listing  under which that company was named
     * @param  int|null  $importId  under which rows are stored; null compares only
     * @param  (Closure(int, int): void)|null  $progress  rows done, total (0 where unknown)
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
    ) {
    }
}
