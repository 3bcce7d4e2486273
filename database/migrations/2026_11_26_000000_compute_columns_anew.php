<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** Columns computed by an earlier version hold figures that mean something else now: they are computed anew when asked for. */
return new class extends Migration
{
    public function up(): void
    {
        DB::table('metric_columns')->delete();
        DB::table('column_sets')->delete();
    }

    public function down(): void
    {
        // What was computed can be computed again.
    }
};
