<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Indexed columns, index members, observed opinions and holdings; a user's metrics, column sets and back-tests. */
return new class extends Migration
{
    public function up(): void
    {
        // Columns are computed from facts; those without an index are computed again.
        DB::table('metric_columns')->delete();
        DB::table('column_sets')->delete();
        DB::table('tasks')->delete();
        Schema::table('metric_columns', static function (Blueprint $table): void {
            $table->binary('codes')->default('');
            $table->binary('bounds')->default('');
            $table->binary('ordered')->default('');
        });
        Schema::table('column_sets', static function (Blueprint $table): void {
            $table->dropColumn('attributes');
        });
        Schema::create('index_members', static function (Blueprint $table): void {
            $table->foreignId('index_id')->constrained('securities')->cascadeOnDelete();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('from_day');
            $table->unsignedInteger('to_day')->nullable();
            $table->primary(['index_id', 'company_id', 'from_day']);
        });
        // What is observed about a company from time to time: ratings, targets, holdings, short positions.
        Schema::create('observations', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->string('name', 40);
            $table->unsignedInteger('day');
            $table->double('value');
            $table->index(['company_id', 'name', 'day']);
        });
        Schema::create('own_metrics', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('key', 60);
            $table->string('label', 120);
            $table->string('kind', 12);
            $table->json('definition');
            $table->string('unit', 16);
            $table->string('better', 8);
            $table->string('note', 1000)->default('');
            $table->timestamps();
            $table->unique(['user_id', 'key']);
        });
        Schema::create('column_views', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('name', 120);
            $table->json('columns');
            $table->timestamps();
        });
        Schema::create('back_tests', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignId('task_id')->nullable()->constrained()->nullOnDelete();
            $table->string('name', 120);
            $table->json('settings');
            $table->json('result')->nullable();
            $table->timestamps();
        });
    }

    public function down(): void
    {
        foreach (['back_tests', 'column_views', 'own_metrics', 'observations', 'index_members'] as $table) {
            Schema::dropIfExists($table);
        }
        Schema::table('metric_columns', static function (Blueprint $table): void {
            $table->dropColumn(['codes', 'bounds', 'ordered']);
        });
        DB::table('column_sets')->delete();
        Schema::table('column_sets', static function (Blueprint $table): void {
            $table->json('attributes');
        });
    }
};
