<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/**
 * What is publicly known: companies, securities, filings, prices, estimates. Days are integers YYYYMMDD, periods fiscal year × 10 +
 * quarter.
 */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('exchanges', static function (Blueprint $table): void {
            $table->id();
            $table->string('code', 8)->unique();
            $table->string('name');
            $table->string('country', 2);
            $table->string('currency', 3);
        });
        Schema::create('companies', static function (Blueprint $table): void {
            $table->id();
            $table->string('name')->unique();
            $table->string('country', 2);
            $table->string('sector', 4)->index();
            $table->string('template', 16);
            $table->string('reporting_currency', 3);
            $table->unsignedTinyInteger('fiscal_year_end_month')->default(12);
            $table->text('description');
        });
        Schema::create('securities', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('company_id')->nullable()->constrained()->cascadeOnDelete();
            $table->foreignId('exchange_id')->constrained();
            $table->string('kind', 8)->index();
            $table->string('ticker', 12)->unique();
            $table->string('isin', 12)->unique();
            $table->string('name');
            $table->string('currency', 3);
            $table->unsignedInteger('delisted_on')->nullable();
            $table->string('delisting_reason')->nullable();
        });
        Schema::create('filings', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->string('kind', 16);
            $table->unsignedInteger('period');
            $table->unsignedInteger('period_end');
            $table->unsignedInteger('filed_on');
            $table->string('title');
            $table->index(['company_id', 'filed_on']);
        });
        Schema::create('facts', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->foreignId('filing_id')->constrained()->cascadeOnDelete();
            $table->string('line', 64);
            $table->unsignedInteger('period');
            $table->double('value');
            $table->index(['company_id']);
        });
        Schema::create('bars', static function (Blueprint $table): void {
            $table->foreignId('security_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('day');
            $table->double('high');
            $table->double('low');
            $table->double('close');
            $table->double('volume');
            $table->primary(['security_id', 'day']);
        });
        Schema::create('corporate_actions', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('security_id')->constrained()->cascadeOnDelete();
            $table->string('kind', 12);
            $table->unsignedInteger('ex_date');
            $table->double('ratio');
            $table->index(['security_id', 'ex_date']);
        });
        Schema::create('dividends', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('security_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('ex_date');
            $table->unsignedInteger('paid_on');
            $table->double('amount');
            $table->string('currency', 3);
            $table->index(['security_id', 'ex_date']);
        });
        Schema::create('estimates', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->string('line', 64);
            $table->unsignedInteger('period');
            $table->unsignedInteger('day');
            $table->double('mean');
            $table->double('deviation');
            $table->unsignedSmallInteger('analysts');
            $table->double('high');
            $table->double('low');
            $table->index(['company_id', 'day']);
        });
        Schema::create('economy_series', static function (Blueprint $table): void {
            $table->string('name', 40);
            $table->unsignedInteger('day');
            $table->double('value');
            $table->primary(['name', 'day']);
        });
        // One packed array per metric for the whole universe: see App\Storage\ColumnStore.
        Schema::create('column_sets', static function (Blueprint $table): void {
            $table->unsignedInteger('as_of')->primary();
            $table->unsignedInteger('size');
            $table->binary('companies');
            $table->json('attributes');
            $table->boolean('complete')->default(false);
            $table->timestamp('refreshed_at')->nullable();
        });
        Schema::create('metric_columns', static function (Blueprint $table): void {
            $table->unsignedInteger('as_of');
            $table->string('name', 80);
            $table->text('formula')->nullable();
            $table->binary('values');
            $table->binary('states');
            $table->primary(['as_of', 'name']);
        });
    }

    public function down(): void
    {
        foreach (
            [
                'metric_columns',
                'column_sets',
                'economy_series',
                'estimates',
                'dividends',
                'corporate_actions',
                'bars',
                'facts',
                'filings',
                'securities',
                'companies',
                'exchanges',
            ] as $table
        ) {
            Schema::dropIfExists($table);
        }
    }
};
