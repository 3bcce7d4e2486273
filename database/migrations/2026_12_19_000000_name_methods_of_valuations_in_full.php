<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('valuations', static function (Blueprint $table): void {
            $table->string('method', 64)->change();
        });
    }

    public function down(): void
    {
        Schema::table('valuations', static function (Blueprint $table): void {
            $table->string('method', 32)->change();
        });
    }
};
