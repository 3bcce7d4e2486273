<?php

declare(strict_types=1);

namespace Logion\Reporting;

use Logion\Reporting\Adjustment\CorrectedBy;

/**
 * One reported figure: a line of a period in a filing. Several filings may report the same line and period; nothing is
 * ever overwritten. A correction by a reader is a fact of its own that takes precedence over what was filed.
 */
final readonly class FiledFact
{
    /**
     * @param  float  $value  NAN where a correction strikes the figure out: it counts as not reported
     * @param  int  $filedOn  day YYYYMMDD on which it became public
     */
    public function __construct(
        public string $line,
        public int $period,
        public float $value,
        public int $filedOn,
        public int $filing = 0,
        public ?CorrectedBy $correction = null,
    ) {
    }

    public function isCorrection(): bool
    {
        return $this->correction !== null;
    }
}
