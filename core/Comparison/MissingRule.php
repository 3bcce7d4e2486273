<?php

declare(strict_types=1);

namespace Logion\Comparison;

/** What a component counts for a company that has no value of it. The rule changes who wins, so it is always named. */
enum MissingRule: string
{
    /** The lowest score any company has in the component. */
    case Worst = 'worst';

    /** The highest score any company has in it. */
    case Best = 'best';

    /** The mean score of those that have one. */
    case Mean = 'mean';

    /** Nothing: a score of zero. */
    case Zero = 'zero';

    /** The company is not ranked at all. */
    case LeaveOut = 'leave_out';
}
