<?php

declare(strict_types=1);

namespace Logion\Comparison;

/** How the values of a component become scores that can be added. In all of them more is better. */
enum Combination: string
{
    /** Points by place: as many as there are companies with a value for the best, one for the worst; equal values share the mean. */
    case Rank = 'rank';

    /** (below + ½ equal) / n. */
    case Percentile = 'percentile';

    /** (x − mean) / sample deviation, after values are pulled in to the 2.5 % and 97.5 % quantiles. */
    case ZScore = 'z_score';
}
