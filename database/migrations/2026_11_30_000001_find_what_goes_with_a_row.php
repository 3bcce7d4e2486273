<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** A row that goes takes others with it; without an index each would be looked for among all: undoing 5,000 filings took minutes. */
return new class extends Migration
{
    private const KEYS = [
        'back_tests' => ['task_id', 'user_id'],
        'breakdown_facts' => ['filing_id'],
        'changes' => ['undone_by', 'user_id'],
        'column_views' => ['user_id'],
        'company_list_items' => ['company_id'],
        'company_lists' => ['user_id'],
        'corrections' => ['company_id'],
        'decisions' => ['company_id', 'user_id', 'valuation_id'],
        'facts' => ['filing_id'],
        'findings' => ['company_id'],
        'imports' => ['task_id', 'user_id'],
        'index_members' => ['company_id'],
        'invitations' => ['made_by'],
        'judgements' => ['company_id'],
        'listings' => ['exchange_id'],
        'notes' => ['company_id'],
        'one_offs' => ['company_id'],
        'replaced_rows' => ['import_id'],
        'screens' => ['user_id'],
        'task_user' => ['user_id'],
        'template_choices' => ['company_id'],
        'transactions' => ['company_id'],
        'valuations' => ['company_id', 'user_id'],
    ];

    public function up(): void
    {
        foreach (self::KEYS as $name => $columns) {
            foreach ($columns as $column) {
                Schema::table($name, static fn (Blueprint $table) => $table->index($column));
            }
        }
    }

    public function down(): void
    {
        foreach (self::KEYS as $name => $columns) {
            foreach ($columns as $column) {
                Schema::table($name, static fn (Blueprint $table) => $table->dropIndex([$column]));
            }
        }
    }
};
