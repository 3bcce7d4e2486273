<?php

declare(strict_types=1);

namespace App\Feature\Driver;

use RuntimeException;

/** A driver that cannot be reckoned with; its message names the place and the remedy. */
final class UnusableDriver extends RuntimeException
{
}
