<?php

declare(strict_types=1);

namespace App\Import;

use Logion\LogionException;
use Throwable;

/** Says in a sentence what kept an import from being stored. */
final class StorageTrouble
{
    public static function explain(Throwable $error): string
    {
        $text = $error->getMessage();

        return match (true) {
            $error instanceof LogionException => $text,
            str_contains($text, 'database or disk is full') || str_contains($text, 'disk I/O error') || str_contains($text, 'No space left') => 'The disk is full: nothing was stored. Make room and store it again.',
            str_contains($text, 'database is locked') => 'Another import or refresh is writing: nothing was stored. Store it again when that is done.',
            str_contains($text, 'readonly database') || str_contains($text, 'unable to open database') => 'The database cannot be written: nothing was stored. Check the permissions of its file.',
            default => 'Something went wrong while storing, so nothing was stored. The error was logged.',
        };
    }
}
