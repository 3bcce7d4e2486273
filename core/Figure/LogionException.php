<?php

declare(strict_types=1);

namespace Logion\Figure;

/** Marks every error the core raises on purpose; its message is fit to be shown to a person. */
interface LogionException extends \Throwable
{
}
