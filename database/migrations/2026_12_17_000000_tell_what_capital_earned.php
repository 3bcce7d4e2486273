<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

// The years that are kept lack these figures: they are filled anew by the next refresh.
return new class extends Migration
{
    private const FIGURES = ['nopat', 'invested_capital', 'cost_of_capital'];

    public function up(): void
    {
        Schema::table('company_years', static function (Blueprint $table): void {
            foreach (self::FIGURES as $figure) {
                $table->double($figure)->nullable();
            }
        });
        DB::table('company_years')->delete();
    }

    public function down(): void
    {
        Schema::table('company_years', static fn (Blueprint $table) => $table->dropColumn(self::FIGURES));
    }
};
