<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/**
 * Rows that are always read together, as packed columns: see App\Storage\PackedRows. They are copies, which the database itself
 * throws away as soon as one of the rows they were made from changes or goes.
 */
return new class extends Migration
{
    /** Owner by table. */
    private const SOURCES = ['bars' => 'listing_id', 'facts' => 'company_id', 'estimates' => 'company_id', 'observations' => 'company_id'];

    public function up(): void
    {
        Schema::create('packed_rows', static function (Blueprint $table): void {
            $table->string('source', 16);
            $table->unsignedBigInteger('owner');
            // Rows that were added since tell by their number; to look at each as it is added would slow imports down.
            $table->unsignedInteger('size');
            $table->binary('columns');
            $table->primary(['source', 'owner']);
        });
        if (DB::getDriverName() === 'pgsql') {
            self::forgetByFunction();
        } else {
            self::forgetByStatements();
        }
    }

    private static function forgetByStatements(): void
    {
        foreach (self::SOURCES as $table => $owner) {
            foreach (['update' => ['old', 'new'], 'delete' => ['old']] as $event => $rows) {
                $forget = implode(
                    ' ',
                    array_map(
                        static fn (string $row): string => "delete from packed_rows where source = '{$table}' and owner = {$row}.{$owner};",
                        $rows,
                    ),
                );
                DB::statement("create trigger {$table}_unpacked_by_{$event} after {$event} on {$table} begin {$forget} end");
            }
        }
    }

    /** Once a statement, however many rows it changes. */
    private static function forgetByFunction(): void
    {
        DB::unprepared(<<<'SQL'
            create or replace function forget_packed_rows() returns trigger language plpgsql as $$
            begin
                execute format(
                    'delete from packed_rows where source = %L and owner in (select %I from old_rows)', tg_table_name, tg_argv[0]
                );
                if tg_op = 'UPDATE' then
                    execute format(
                        'delete from packed_rows where source = %L and owner in (select %I from new_rows)', tg_table_name, tg_argv[0]
                    );
                end if;
                return null;
            end $$
            SQL);
        foreach (self::SOURCES as $table => $owner) {
            foreach (['update' => 'old table as old_rows new table as new_rows', 'delete' => 'old table as old_rows'] as $event => $rows) {
                DB::statement(
                    "create trigger {$table}_unpacked_by_{$event} after {$event} on {$table} referencing {$rows} "
                        ."for each statement execute function forget_packed_rows('{$owner}')",
                );
            }
        }
    }

    public function down(): void
    {
        foreach (array_keys(self::SOURCES) as $table) {
            foreach (['update', 'delete'] as $event) {
                $on = DB::getDriverName() === 'pgsql' ? " on {$table}" : '';
                DB::statement("drop trigger if exists {$table}_unpacked_by_{$event}{$on}");
            }
        }
        Schema::dropIfExists('packed_rows');
    }
};
