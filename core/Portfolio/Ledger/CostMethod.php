<?php

declare(strict_types=1);

namespace Logion\Portfolio\Ledger;

/** What shares that are sold are taken to have cost. */
enum CostMethod: string
{
    /** What the lot cost that was acquired first, unless lots were chosen. */
    case FirstIn = 'first_in';

    /** The mean of all that is held. */
    case Average = 'average';
}
