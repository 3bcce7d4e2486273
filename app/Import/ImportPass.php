<?php

declare(strict_types=1);

namespace App\Import;

use App\Models\Import;
use Closure;
use Logion\Identity\Listing;

/** One reading of a file by a mapping, which either compares only or also stores. */
final readonly class ImportPass
{
    /**
     * @param  array<string, string>  $lines  statement line by label or concept, as decided by the user; "" leaves it out
     * @param  int|null  $company  the company all rows belong to; null where the file names it
     * @param  Listing|null  $listing  under which that company was named
     * @param  int|null  $importId  under which rows are stored; null compares only
     * @param  (Closure(int, int): void)|null  $progress  rows done, total (0 where unknown)
     */
    public function __construct(
        public Import $import,
        public Mapping $mapping,
        public array $lines,
        public Companies $companies,
        public ?int $company,
        public ?Listing $listing,
        public ?int $importId,
        public Outcome $outcome,
        public ?Closure $progress = null,
    ) {
    }
}
