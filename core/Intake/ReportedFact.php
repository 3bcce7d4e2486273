<?php

declare(strict_types=1);

namespace Logion\Intake;

/** One fact of a report as its file gives it, before it is mapped to a statement line. */
final readonly class ReportedFact
{
    /**
     * @param  string  $concept  name without its namespace prefix
     * @param  string  $unit  a currency code, "shares", "pure", or a ratio such as "XCR/shares"
     * @param  int|null  $start  first day YYYYMMDD of a flow; null for a balance
     * @param  int  $end  last day, or the day of a balance
     * @param  array<string, string>  $dimensions  member by axis, without prefixes
     * @param  string  $place  where in the file, for messages
     */
    public function __construct(
        public string $concept,
        public float $value,
        public string $unit,
        public ?int $start,
        public int $end,
        public array $dimensions = [],
        public ?int $decimals = null,
        public string $place = '',
        public string $entity = '',
        public ?int $filedOn = null,
    ) {
    }
}
