<?php

declare(strict_types=1);

namespace Logion\Reporting;

/** Which of several filings of the same figure counts. */
enum Version: string
{
    /** The latest known, corrections before filings. */
    case Restated = 'restated';

    /** The first that was filed, as its readers saw it; corrections do not count. */
    case FirstReported = 'first';
}
