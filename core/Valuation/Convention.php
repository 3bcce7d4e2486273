<?php

declare(strict_types=1);

namespace Logion\Valuation;

/** When in a forecast year its cash flow is taken to arrive. */
enum Convention: string
{
    /** At the end of the year. */
    case EndYear = 'end_year';

    /** In the middle of the year, nearer to how cash arrives. */
    case MidYear = 'mid_year';
}
