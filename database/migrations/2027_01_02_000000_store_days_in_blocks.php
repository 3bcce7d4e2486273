<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Days of the simulated exchange are stored block by block: up to which day is kept, and what the indices need of each block. */
return new class() extends Migration
{
    public function up(): void
    {
        Schema::table('simulations', static fn (Blueprint $table) => $table->unsignedInteger('reaches')->nullable());
        Schema::table('simulation_blocks', static fn (Blueprint $table) => $table->binary('moves')->nullable());
    }

    public function down(): void
    {
        Schema::dropColumns('simulations', ['reaches']);
        Schema::dropColumns('simulation_blocks', ['moves']);
    }
};
