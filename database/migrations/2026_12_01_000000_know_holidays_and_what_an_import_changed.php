<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Exchanges have days on which they are closed; reference data come by files too, each a change that goes with its import. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('holidays', static function (Blueprint $table): void {
            $table->foreignId('exchange_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('day');
            $table->string('name', 120)->default('');
            $table->primary(['exchange_id', 'day']);
        });
        Schema::table('changes', static function (Blueprint $table): void {
            $table->foreignId('import_id')->nullable()->index()->constrained()->nullOnDelete();
        });
    }

    public function down(): void
    {
        Schema::table('changes', static function (Blueprint $table): void {
            $table->dropForeign(['import_id']);
            $table->dropIndex(['import_id']);
            $table->dropColumn('import_id');
        });
        Schema::drop('holidays');
    }
};
