<?php

declare(strict_types=1);

namespace App\Storage;

use Logion\Figure\LogionException;
use Logion\Figure\Words;
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
            str_contains($text, 'database or disk '.'is full') ||
                str_contains($text, 'disk I/O error') ||
                str_contains($text, 'No space left') => Words::say('the_disk_is_full_nothing_was'),
            str_contains($text, 'database is '.'locked') => Words::say('another_import_or_refresh_is_writing'),
            str_contains($text, 'readonly database') || str_contains($text, 'unable to open '.'database') => Words::say(
                'the_database_cannot_be_written_nothing',
            ),
            default => null,
        };
    }

    /** A sentence for any error of an import. */
    public static function explain(Throwable $error): string
    {
        return $error instanceof LogionException
            ? $error->getMessage()
            : self::of($error) ?? Words::say('something_went_wrong_while_storing_so');
    }
}
