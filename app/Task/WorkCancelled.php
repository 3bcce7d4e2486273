<?php

declare(strict_types=1);

namespace App\Task;

/** Someone asked for the work to stop. */
final class WorkCancelled extends \RuntimeException
{
}
