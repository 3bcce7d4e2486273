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

    /** Numbers below this belong to the simulated exchange; what people add is counted from here on. */
    public const OWN = 100_000_000;

    /** Tables in which the simulated exchange counts by itself. */
    private const COUNTED = ['companies', 'securities', 'listings', 'filings'];

    /** What people add later does not take the numbers that the simulated exchange will give. */
    public static function leaveRoom(): void
    {
        foreach (self::COUNTED as $table) {
            if (DB::getDriverName() === 'pgsql') {
                DB::statement("select setval(pg_get_serial_sequence('{$table}', 'id'), ".self::OWN.')');
            } else {
                DB::table('sqlite_sequence')->updateOrInsert(['name' => $table], ['seq' => self::OWN]);
            }
        }
        self::catchUp(array_values(array_diff(Schema::getTableListing(schemaQualified: false), self::COUNTED)));
    }
}
