<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

// The month a fiscal year ends in is a longer word than those that could change before. SQLite never looked at the length.
return new class() extends Migration
{
    public function up(): void
    {
        $this->lengthen(40);
    }

    public function down(): void
    {
        DB::table('former_attributes')->where('attribute', 'fiscal_year_end_month')->delete();
        $this->lengthen(20);
    }

    private function lengthen(int $characters): void
    {
        if (DB::getDriverName() !== 'sqlite') {
            Schema::table(
                'former_attributes',
                static fn (Blueprint $table) => $table->string('attribute', $characters)->change(),
            );
        }
    }
};
