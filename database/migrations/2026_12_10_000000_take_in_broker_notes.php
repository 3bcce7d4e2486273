<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

// Notes of houses that are imported have a text, and go with their import.
return new class() extends Migration
{
    public function up(): void
    {
        Schema::table('ratings', static function (Blueprint $table): void {
            $table->text('text')->nullable();
            $table->unsignedBigInteger('import_id')->nullable();
            $table->index('import_id');
        });
    }

    public function down(): void
    {
        Schema::table('ratings', static function (Blueprint $table): void {
            $table->dropIndex(['import_id']);
            $table->dropColumn(['text', 'import_id']);
        });
    }
};
