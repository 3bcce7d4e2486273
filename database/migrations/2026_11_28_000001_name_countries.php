<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What countries are called; one that has no row stands with its code. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('countries', static function (Blueprint $table): void {
            $table->string('code', 2)->primary();
            $table->string('name');
        });
    }

    public function down(): void
    {
        Schema::drop('countries');
    }
};
