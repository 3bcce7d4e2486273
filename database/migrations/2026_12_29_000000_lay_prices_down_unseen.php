<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/**
 * Bars of an import that is listed here are on their way: nobody sees them until it is settled, and what is packed of their listings is
 * forgotten then, not with each of them.
 */
return new class() extends Migration
{
    public function up(): void
    {
        Schema::create('unsettled_imports', static function (Blueprint $table): void {
            $table->unsignedBigInteger('import_id')->primary();
        });
        $this->unpack('not exists (select 1 from unsettled_imports where import_id = new.import_id) and ');
    }

    public function down(): void
    {
        DB::statement('delete from bars where import_id in (select import_id from unsettled_imports)');
        $this->unpack('');
        Schema::drop('unsettled_imports');
    }

    private function unpack(string $when): void
    {
        if (DB::getDriverName() === 'sqlite') {
            DB::statement('drop trigger if exists bars_unpacked_by_insert');
            DB::statement(
                "create trigger bars_unpacked_by_insert after insert on bars when {$when}"
                    ."new.day <= (select up_to from packed_rows where source = 'bars' and owner = new.listing_id) "
                    ."begin delete from packed_rows where source = 'bars' and owner = new.listing_id; end",
            );
        }
    }
};
