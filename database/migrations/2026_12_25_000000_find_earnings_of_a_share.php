<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** What a share earned and was expected to earn is looked for by itself, by filing and by period, wherever results are told. */
return new class() extends Migration
{
    public function up(): void
    {
        $earnings = "where line = 'earnings_per_share_diluted'";
        DB::statement("create index if not exists facts_earnings_index on facts (filing_id) {$earnings}");
        DB::statement("create index if not exists estimates_earnings_index on estimates (company_id, period, day) {$earnings}");
    }

    public function down(): void
    {
        DB::statement('drop index if exists facts_earnings_index');
        DB::statement('drop index if exists estimates_earnings_index');
    }
};
