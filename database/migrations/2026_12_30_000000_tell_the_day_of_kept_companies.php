<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Simulated companies are kept after some days, not after each: those in between are lived through again. */
return new class() extends Migration
{
    public function up(): void
    {
        Schema::table('simulation_blocks', static fn (Blueprint $table) => $table->unsignedInteger('day')->default(0));
        DB::statement('update simulation_blocks set day = (select max(day) from simulations)');
    }

    public function down(): void
    {
        Schema::dropColumns('simulation_blocks', ['day']);
    }
};
