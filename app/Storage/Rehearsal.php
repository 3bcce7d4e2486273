<?php

declare(strict_types=1);

namespace App\Storage;

use Closure;
use Illuminate\Support\Facades\DB;

/** What is done to see what would come of it: all it writes is taken back, and others may write meanwhile. */
final class Rehearsal
{
    /**
     * @template T
     *
     * @param  Closure(): T  $play
     * @return T
     */
    public static function of(Closure $play): mixed
    {
        $connection = DB::connection();
        $connection instanceof SqliteConnection ? $connection->beginReading() : $connection->beginTransaction();
        try {
            return $play();
        } finally {
            $connection->rollBack();
        }
    }
}
