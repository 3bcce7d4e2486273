<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class() extends Migration
{
    /** What is packed in the form before cannot be read; the rows are, until the next refresh packs them. */
    public function up(): void
    {
        DB::table('packed_rows')->delete();
    }

    public function down(): void
    {
        DB::table('packed_rows')->delete();
    }
};
