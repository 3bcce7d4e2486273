<?php

declare(strict_types=1);

namespace App\Feature\Account;

use Illuminate\Session\FileSessionHandler;

/**
 * Sessions as files that are put in place whole: a process that is killed while it writes signs nobody out, and on a disk that is full
 * a session stays as it was.
 */
final class WholeSessionFiles extends FileSessionHandler
{
    public function write($sessionId, $data): bool
    {
        $file = "{$this->path}/{$sessionId}";
        $whole = $file.'-'.bin2hex(random_bytes(4));
        if (@file_put_contents($whole, $data) === strlen($data)) {
            chmod($whole, 0600);

            return rename($whole, $file);
        }
        @unlink($whole);

        return true;
    }
}
