<?php

declare(strict_types=1);

namespace Logion\Reporting;

/** How a statement line relates to time. */
enum LineKind: string
{
    /** A flow over a period: quarters add up to the year. */
    case Duration = 'duration';

    /** A balance at the end of a period. */
    case Instant = 'instant';

    /** A number of things: the latest counts, except period averages, which are averaged. */
    case Count = 'count';
}
