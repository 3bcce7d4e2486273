<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/**
 * Of facts, estimates and observations, too, the rows up to some number or day are packed, and those after it read beside them. Facts are
 * numbered as they come, so that none is added among those packed; what is packed of the others is forgotten when one is.
 */
return new class() extends Migration
{
    private const SOURCES = ['estimates', 'observations'];

    /** What grows of each. */
    private const GROWS = ['facts' => 'id', 'estimates' => 'day', 'observations' => 'day'];

    public function up(): void
    {
        if (DB::getDriverName() !== 'sqlite') {
            Schema::table('packed_rows', static fn (Blueprint $table) => $table->bigInteger('up_to')->nullable()->change());
        }
        // What is packed whole stays so.
        foreach (self::GROWS as $table => $grows) {
            DB::statement(
                "update packed_rows set up_to = (select max({$grows}) from {$table} where company_id = owner) "
                    ."where source = '{$table}' and size = (select count(*) from {$table} where company_id = owner)",
            );
        }
        DB::table('packed_rows')->whereIn('source', array_keys(self::GROWS))->whereNull('up_to')->delete();
        // Observations are asked for by company alone, and by the day they came after.
        Schema::table('observations', static function (Blueprint $table): void {
            $table->index(['company_id', 'day']);
            $table->dropIndex(['company_id', 'name', 'day']);
        });
        foreach (DB::getDriverName() === 'sqlite' ? self::SOURCES : [] as $table) {
            DB::statement(
                "create trigger {$table}_unpacked_by_insert after insert on {$table} "
                    ."when new.day <= (select up_to from packed_rows where source = '{$table}' and owner = new.company_id) "
                    ."begin delete from packed_rows where source = '{$table}' and owner = new.company_id; end",
            );
        }
    }

    public function down(): void
    {
        // They stand in another order than those before.
        DB::table('packed_rows')->whereIn('source', array_keys(self::GROWS))->delete();
        foreach (DB::getDriverName() === 'sqlite' ? self::SOURCES : [] as $table) {
            DB::statement("drop trigger if exists {$table}_unpacked_by_insert");
        }
        Schema::table('observations', static function (Blueprint $table): void {
            $table->index(['company_id', 'name', 'day']);
            $table->dropIndex(['company_id', 'day']);
        });
    }
};
