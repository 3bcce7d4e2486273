<?php

declare(strict_types=1);

namespace Logion\Reporting;

/** What one filing reports of one period. */
final readonly class FiledPeriod
{
    /**
     * @param  int  $filedOn  day YYYYMMDD on which it became public
     * @param  non-empty-array<string, float>  $values  by line
     * @param  string  $shape  its lines in their order: most filings have those of others
     */
    public function __construct(
        public int $period,
        public int $filedOn,
        public int $filing,
        public array $values,
        public string $shape,
    ) {
    }

    /** The fact of a line; null where the filing does not tell it. */
    public function fact(string $line): ?FiledFact
    {
        return isset($this->values[$line])
            ? new FiledFact($line, $this->period, $this->values[$line], $this->filedOn, $this->filing)
            : null;
    }
}
