<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** An import asks company by company which filings it made; by its number alone it would read all of them each time. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('filings', static function (Blueprint $table): void {
            $table->dropIndex(['import_id']);
            $table->index(['import_id', 'company_id']);
        });
    }

    public function down(): void
    {
        Schema::table('filings', static function (Blueprint $table): void {
            $table->dropIndex(['import_id', 'company_id']);
            $table->index('import_id');
        });
    }
};
