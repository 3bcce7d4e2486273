<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Imports with their undo, breakdowns, holders and insider trades; a user's corrections, one-offs and judgements on findings. */
return new class extends Migration
{
    /** Tables an import writes into; each row knows the import it came from. */
    private const IMPORTED = ['companies', 'filings', 'bars', 'dividends', 'corporate_actions', 'estimates', 'observations'];

    public function up(): void
    {
        Schema::create('imports', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->nullable()->constrained()->nullOnDelete();
            $table->string('name');
            $table->string('path');
            $table->unsignedBigInteger('size');
            $table->string('digest', 64)->index();
            $table->string('format', 12);
            $table->string('state', 12)->index();
            $table->json('mapping');
            $table->json('preview')->nullable();
            $table->foreignId('task_id')->nullable()->constrained()->nullOnDelete();
            // The latest day of the prices it brought.
            $table->unsignedInteger('latest_day')->nullable();
            $table->timestamp('stored_at')->nullable();
            $table->timestamps();
        });
        // Rows an import replaced, as they were; undo puts them back.
        Schema::create('replaced_rows', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('import_id')->constrained()->cascadeOnDelete();
            $table->string('table_name', 40);
            $table->json('row');
            $table->unsignedBigInteger('previous_import')->nullable()->index();
        });
        Schema::create('import_profiles', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('name', 120);
            $table->string('signature', 64);
            $table->json('mapping');
            $table->timestamps();
            $table->unique(['user_id', 'name']);
        });
        // What a user decided once about a label or a concept: the line it means, or none.
        Schema::create('line_mappings', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('label');
            $table->string('line', 64);
            $table->unique(['user_id', 'label']);
        });
        foreach (self::IMPORTED as $name) {
            Schema::table($name, static function (Blueprint $table) use ($name): void {
                $table->unsignedBigInteger('import_id')->nullable();
                if ($name !== 'bars') {
                    $table->index('import_id');
                }
            });
        }
        Schema::table('bars', static function (Blueprint $table): void {
            $table->double('open')->nullable();
        });
        // Segments, regions and operating drivers as a report gives them.
        Schema::create('breakdown_facts', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->foreignId('filing_id')->constrained()->cascadeOnDelete();
            $table->string('axis', 12);
            $table->string('member', 120);
            $table->string('line', 120);
            $table->string('unit', 40);
            $table->unsignedInteger('period');
            $table->double('value');
            $table->index('company_id');
        });
        Schema::create('holdings', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->string('holder', 160);
            $table->string('kind', 40)->default('');
            $table->unsignedInteger('day');
            $table->double('shares');
            $table->unsignedBigInteger('import_id')->nullable()->index();
            $table->index(['company_id', 'day']);
        });
        Schema::create('insider_trades', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->string('insider', 160);
            $table->string('role', 80)->default('');
            $table->unsignedInteger('day');
            $table->double('shares');
            $table->double('price')->nullable();
            $table->unsignedBigInteger('import_id')->nullable()->index();
            $table->index(['company_id', 'day']);
        });
        Schema::create('transactions', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('portfolio', 120);
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('day');
            $table->string('kind', 12);
            $table->string('shares', 40);
            $table->string('price', 40);
            $table->string('costs', 40)->default('0');
            $table->unsignedBigInteger('import_id')->nullable()->index();
            $table->index(['user_id', 'portfolio', 'day']);
        });
        Schema::create('corrections', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->string('line', 64);
            $table->unsignedInteger('period');
            $table->double('value')->nullable();
            $table->unsignedInteger('public_on');
            $table->string('note', 1000)->default('');
            $table->string('source', 300)->default('');
            $table->string('batch', 36)->nullable()->index();
            $table->timestamp('withdrawn_at')->nullable();
            $table->timestamps();
            $table->index(['user_id', 'company_id', 'line', 'period']);
        });
        Schema::create('one_offs', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->string('line', 64);
            $table->unsignedInteger('period');
            $table->double('amount');
            $table->boolean('before_tax')->default(true);
            $table->string('note', 1000)->default('');
            $table->string('break_key', 120)->nullable();
            $table->timestamps();
            $table->index(['user_id', 'company_id']);
        });
        // What a user decided about a finding or a break: it is in order, or not worth a question.
        Schema::create('judgements', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->string('subject', 160);
            $table->string('note', 1000)->default('');
            $table->timestamps();
            $table->unique(['user_id', 'company_id', 'subject']);
        });
        // Findings of every company as last checked.
        Schema::create('findings', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('weight')->index();
            $table->string('subject', 160);
            $table->json('finding');
        });
        Schema::create('template_choices', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->string('template', 16);
            $table->string('reason', 500);
            $table->timestamps();
            $table->unique(['user_id', 'company_id']);
        });
        Schema::table('notes', static function (Blueprint $table): void {
            $table->double('value_then')->nullable();
        });
    }

    public function down(): void
    {
        foreach (
            [
                'template_choices',
                'findings',
                'judgements',
                'one_offs',
                'corrections',
                'transactions',
                'insider_trades',
                'holdings',
                'breakdown_facts',
                'line_mappings',
                'import_profiles',
                'replaced_rows',
                'imports',
            ] as $table
        ) {
            Schema::dropIfExists($table);
        }
        foreach (self::IMPORTED as $name) {
            Schema::table($name, static fn (Blueprint $table) => $table->dropColumn('import_id'));
        }
        Schema::table('bars', static fn (Blueprint $table) => $table->dropColumn('open'));
        Schema::table('notes', static fn (Blueprint $table) => $table->dropColumn('value_then'));
    }
};
