<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What somebody made may be read by the others of the installation, if its owner wants it. */
return new class extends Migration
{
    private const TABLES = ['screens', 'column_views', 'company_lists', 'own_metrics', 'valuations'];

    public function up(): void
    {
        foreach (self::TABLES as $name) {
            Schema::table($name, static function (Blueprint $table): void {
                $table->boolean('shared')->default(false);
            });
        }
    }

    public function down(): void
    {
        foreach (self::TABLES as $name) {
            Schema::table($name, static fn (Blueprint $table) => $table->dropColumn('shared'));
        }
    }
};
