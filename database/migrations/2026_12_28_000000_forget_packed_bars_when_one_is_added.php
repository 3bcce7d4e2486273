<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/**
 * Packed bars are forgotten as soon as one is added among them: to count thousands of rows at each reading takes longer than to read
 * what is packed. A million bars are stored as fast with it. On PostgreSQL they are counted: there one may be added while another packs.
 */
return new class() extends Migration
{
    public function up(): void
    {
        if (DB::getDriverName() !== 'sqlite') {
            return;
        }
        DB::statement(
            'create trigger if not exists bars_unpacked_by_insert after insert on bars '
                ."when new.day <= (select up_to from packed_rows where source = 'bars' and owner = new.listing_id) "
                ."begin delete from packed_rows where source = 'bars' and owner = new.listing_id; end",
        );
        DB::statement(
            "delete from packed_rows where source = 'bars' "
                .'and size <> (select count(*) from bars where listing_id = owner and day <= up_to)',
        );
    }

    public function down(): void
    {
        if (DB::getDriverName() === 'sqlite') {
            DB::statement('drop trigger if exists bars_unpacked_by_insert');
        }
    }
};
