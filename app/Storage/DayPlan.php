<?php

declare(strict_types=1);

namespace App\Storage;

/** Which columns of a day are to be computed, and of whom; the rest is carried over from a day before. */
final readonly class DayPlan
{
    /**
     * @param  int|null  $before  day whose columns are there; null where nothing can be carried over
     * @param  list<int>  $companies  of the day, of whom what moves daily is computed
     * @param  list<int>  $anew  those of them of whom everything is
     * @param  list<int>|null  $reported  those whose yearly figures are others; null for all
     */
    public function __construct(
        public ?int $before,
        public int $day,
        public array $companies,
        public array $anew,
        public ?array $reported,
    ) {
    }
}
