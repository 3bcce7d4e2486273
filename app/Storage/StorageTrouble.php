<?php

declare(strict_types=1);

namespace App\Storage;

use Logion\Figure\LogionException;
use PDOException;
use Throwable;

/** Says in a sentence what keeps the database from being written. Every change is a transaction, so nothing of it was stored. */
final class StorageTrouble
{
    /** @return string|null null if the error is none of the known troubles */
    public static function of(Throwable $error): ?string
    {
        $text = $error->getMessage();

        return match (true) {
            ! ($error instanceof PDOException) => null,
            str_contains($text, 'database or disk '
                .'is full') || str_contains($text, 'disk I/O error') || str_contains($text, 'No space left') => 'The disk is full: '
                .'nothing was stored. Make room and store it again.',
            str_contains($text, 'database is '
                .'locked') => 'Another import or refresh is writing: nothing was stored. Store it again when that is done.',
            str_contains($text, 'readonly database') || str_contains($text, 'unable to open '
                .'database') => 'The database cannot be written: nothing was stored. Check the permissions of its file.',
            default => null,
        };
    }

    /** A sentence for any error of an import. */
    public static function explain(Throwable $error): string
    {
        return $error instanceof LogionException
            ? $error->getMessage()
            : self::of($error) ?? 'Something went wrong while storing, so nothing was stored. The error was logged.';
    }
}
