<?php

declare(strict_types=1);

namespace App\Http;

/** How the things of an address are numbered. */
final class NumberedRoute
{
    /** As many digits as a number of 64 bits surely holds: more are the number of nothing, and no route's. */
    public const NUMBER = '[0-9]{1,18}';
}
