<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What tells whether the accounts that are kept are of these transactions stands in the index: ten thousand rows are not read for it. */
return new class() extends Migration
{
    private const BEFORE = ['portfolio_id', 'day', 'id'];

    private const NOW = ['portfolio_id', 'deleted_at', 'day', 'id', 'security_id', 'new_security_id'];

    public function up(): void
    {
        self::replace(self::BEFORE, self::NOW, 'portfolio_entries_state_index', 'portfolio_entries_portfolio_id_day_id_index');
    }

    public function down(): void
    {
        self::replace(self::NOW, self::BEFORE, 'portfolio_entries_portfolio_id_day_id_index', 'portfolio_entries_state_index');
    }

    /**
     * @param  list<string>  $from
     * @param  list<string>  $to
     */
    private static function replace(array $from, array $to, string $name, string $before): void
    {
        Schema::table('portfolio_entries', static function (Blueprint $table) use ($from, $to, $name, $before): void {
            Schema::hasIndex('portfolio_entries', $to) || $table->index($to, $name);
            Schema::hasIndex('portfolio_entries', $from) && $table->dropIndex($before);
        });
    }
};
