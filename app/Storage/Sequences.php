<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Rows that brought their own numbers: PostgreSQL counts on by itself and would give those numbers again. */
final class Sequences
{
    /** @param  list<string>|null  $tables  all without it */
    public static function catchUp(?array $tables = null): void
    {
        if (DB::getDriverName() !== 'pgsql') {
            return;
        }
        foreach ($tables ?? Schema::getTableListing(schemaQualified: false) as $table) {
            $sequence = Schema::hasColumn($table, 'id') ? DB::scalar('select pg_get_serial_sequence(?, ?)', [$table, 'id']) : null;
            if (is_string($sequence)) {
                DB::statement("select setval('{$sequence}', (select coalesce(max(id), 0) + 1 from {$table}), false)");
            }
        }
    }
}
