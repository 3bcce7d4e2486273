<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** How often what is known of a company was changed, so that work under way knows whose data are others. */
return new class() extends Migration
{
    public function up(): void
    {
        Schema::create('company_versions', static function (Blueprint $table): void {
            $table->foreignId('company_id')->primary()->constrained()->cascadeOnDelete();
            $table->unsignedInteger('version');
        });
    }

    public function down(): void
    {
        DB::table('settings')->whereIn('name', ['data_version', 'shared_data_version'])->delete();
        Schema::drop('company_versions');
    }
};
