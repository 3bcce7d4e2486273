<?php

declare(strict_types=1);

namespace App\Feature\Account;

use Illuminate\Session\FileSessionHandler;

/** Sessions as files that are put in place whole: a process that is killed while it writes signs nobody out. */
final class WholeSessionFiles extends FileSessionHandler
{
    public function write($sessionId, $data): bool
    {
        $this->files->replace("{$this->path}/{$sessionId}", $data, 0600);

        return true;
    }
}
