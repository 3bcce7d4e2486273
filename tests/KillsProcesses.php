<?php

declare(strict_types=1);

namespace Tests;

use Symfony\Component\Process\Exception\LogicException;
use Symfony\Component\Process\Process;

/** Kills processes as a machine without memory does: no word, no time left. */
trait KillsProcesses
{
    /** Whether it was still at work: it may end between a look and the kill. */
    private static function kill(Process $process): bool
    {
        try {
            $process->signal(9);
        } catch (LogicException) {
            return false;
        }

        return true;
    }
}
