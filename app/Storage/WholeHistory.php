<?php

declare(strict_types=1);

namespace App\Storage;

use Closure;
use Illuminate\Support\Facades\DB;

/** Fills an empty database in one transaction, however much it is. */
final class WholeHistory
{
    /**
     * SQLite's log of a transaction grows with what is written, and finding a page in it takes the longer the larger it is. Its journal
     * only holds pages that were there before: for a database that was empty next to none. Killed, the file is as empty as it was.
     *
     * @param  Closure(): void  $write
     */
    public static function write(Closure $write): void
    {
        $isFile = DB::getDriverName() === 'sqlite';
        $isFile && DB::statement('pragma journal_mode = delete');
        try {
            DB::transaction($write);
        } finally {
            $isFile && DB::statement('pragma journal_mode = '.DB::connection()->getConfig('journal_mode'));
        }
    }
}
