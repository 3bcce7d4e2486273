<?php

declare(strict_types=1);

namespace Logion\Following;

use Logion\Figure\LogionException;

/** What is told of a check is not enough, or is none of what it should be. */
final class InvalidCheck extends \InvalidArgumentException implements LogionException
{
}
