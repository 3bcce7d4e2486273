<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What feeds bring beside reports and daily prices, and what the simulated exchange keeps from one day to the next. */
return new class extends Migration
{
    private const TABLES = [
        'simulation_blocks',
        'simulations',
        'economy_forecasts',
        'takeovers',
        'news',
        'calendar_dates',
        'guidance',
        'ratings',
        'house_estimates',
        'hourly_bars',
    ];

    public function up(): void
    {
        // The minute of the day at which a report became public, where it is known; results before the opening move the day's first price.
        Schema::table('filings', static fn (Blueprint $table) => $table->unsignedSmallInteger('minute')->nullable());
        Schema::table('dividends', static function (Blueprint $table): void {
            $table->unsignedInteger('declared_on')->nullable();
            $table->boolean('special')->default(false);
        });
        Schema::create('hourly_bars', static function (Blueprint $table): void {
            $table->foreignId('listing_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('day');
            $table->unsignedTinyInteger('hour');
            foreach (['open', 'high', 'low', 'close', 'volume'] as $figure) {
                $table->double($figure);
            }
            $table->primary(['listing_id', 'day', 'hour']);
        });
        Schema::create('house_estimates', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->string('house');
            $table->unsignedInteger('day');
            $table->unsignedInteger('period');
            foreach (['revenue', 'ebitda', 'earnings_per_share', 'dividends_per_share'] as $figure) {
                $table->double($figure)->nullable();
            }
            $table->index(['company_id', 'day']);
        });
        Schema::create('ratings', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->string('house');
            $table->unsignedInteger('day');
            $table->string('rating');
            $table->string('before')->nullable();
            $table->double('target');
            $table->index(['company_id', 'day']);
        });
        Schema::create('guidance', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('day');
            $table->string('line');
            $table->unsignedInteger('period');
            $table->double('low');
            $table->double('high');
            $table->index(['company_id', 'day']);
        });
        Schema::create('calendar_dates', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->string('kind');
            $table->unsignedInteger('on_day');
            $table->unsignedInteger('announced_on');
            $table->double('amount')->nullable();
            $table->index(['company_id', 'on_day']);
            $table->index('on_day');
        });
        Schema::create('news', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('company_id')->nullable()->constrained()->cascadeOnDelete();
            $table->unsignedInteger('day');
            $table->unsignedSmallInteger('minute');
            $table->string('kind');
            $table->string('title');
            $table->text('text');
            $table->index(['company_id', 'day']);
            $table->index('day');
        });
        Schema::create('takeovers', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->string('buyer');
            $table->unsignedInteger('announced_on');
            $table->unsignedInteger('ended_on')->nullable();
            $table->string('state');
            $table->double('price');
            $table->double('price_before');
            $table->double('cash_part');
            $table->index('company_id');
        });
        Schema::create('economy_forecasts', static function (Blueprint $table): void {
            $table->string('name');
            $table->string('source');
            $table->unsignedInteger('made_on');
            $table->unsignedSmallInteger('year');
            $table->double('value');
            $table->primary(['name', 'source', 'made_on', 'year']);
        });
        Schema::create('simulations', static function (Blueprint $table): void {
            $table->unsignedTinyInteger('id')->primary();
            $table->bigInteger('seed');
            $table->unsignedInteger('companies');
            $table->unsignedInteger('day');
            $table->unsignedInteger('version');
            $table->binary('indices');
        });
        Schema::create('simulation_blocks', static function (Blueprint $table): void {
            $table->unsignedInteger('number')->primary();
            $table->binary('companies');
        });
    }

    public function down(): void
    {
        array_map(Schema::dropIfExists(...), self::TABLES);
        Schema::table('dividends', static fn (Blueprint $table) => $table->dropColumn(['declared_on', 'special']));
        Schema::table('filings', static fn (Blueprint $table) => $table->dropColumn('minute'));
    }
};
