<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What a user makes; everything here is private to its user. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('users', static function (Blueprint $table): void {
            $table->id();
            $table->string('name');
            $table->string('email')->unique();
            $table->string('password');
            $table->rememberToken();
            $table->timestamps();
        });
        Schema::create('sessions', static function (Blueprint $table): void {
            $table->string('id')->primary();
            $table->foreignId('user_id')->nullable()->index();
            $table->string('ip_address', 45)->nullable();
            $table->text('user_agent')->nullable();
            $table->longText('payload');
            $table->integer('last_activity')->index();
        });
        Schema::create('screens', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('name', 120);
            $table->json('definition');
            $table->timestamps();
        });
        Schema::create('company_lists', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('name', 120);
            $table->unsignedInteger('as_of');
            $table->timestamps();
        });
        Schema::create('company_list_items', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('company_list_id')->constrained()->cascadeOnDelete();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('position');
            $table->string('mark', 8)->nullable();
            $table->string('reason', 500)->nullable();
            $table->unique(['company_list_id', 'company_id']);
        });
        Schema::create('valuations', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->string('name', 120);
            $table->string('method', 32);
            $table->unsignedInteger('as_of');
            $table->json('assumptions');
            $table->double('per_share')->nullable();
            $table->string('currency', 3);
            $table->timestamps();
        });
        Schema::create('decisions', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->foreignId('valuation_id')->nullable()->constrained()->nullOnDelete();
            $table->string('verdict', 8);
            $table->text('thesis');
            $table->text('disproof');
            $table->double('value_per_share');
            $table->double('margin_of_safety');
            $table->double('price_then');
            $table->string('currency', 3);
            $table->unsignedInteger('decided_on');
            $table->softDeletes();
            $table->timestamps();
        });
        Schema::create('notes', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->string('figure', 120)->nullable();
            $table->text('body');
            $table->timestamps();
            $table->index(['user_id', 'company_id']);
        });
        Schema::create('jobs', static function (Blueprint $table): void {
            $table->id();
            $table->string('queue')->index();
            $table->longText('payload');
            $table->unsignedTinyInteger('attempts');
            $table->unsignedInteger('reserved_at')->nullable();
            $table->unsignedInteger('available_at');
            $table->unsignedInteger('created_at');
        });
        Schema::create('failed_jobs', static function (Blueprint $table): void {
            $table->id();
            $table->string('uuid')->unique();
            $table->text('connection');
            $table->text('queue');
            $table->longText('payload');
            $table->longText('exception');
            $table->timestamp('failed_at')->useCurrent();
        });
        Schema::create('tasks', static function (Blueprint $table): void {
            $table->id();
            $table->string('kind', 40);
            $table->string('subject', 80);
            $table->string('state', 12);
            $table->unsignedInteger('done')->default(0);
            $table->unsignedInteger('total')->default(0);
            $table->text('message')->nullable();
            $table->timestamps();
            $table->unique(['kind', 'subject']);
        });
        Schema::create('cache', static function (Blueprint $table): void {
            $table->string('key')->primary();
            $table->mediumText('value');
            $table->integer('expiration');
        });
        Schema::create('cache_locks', static function (Blueprint $table): void {
            $table->string('key')->primary();
            $table->string('owner');
            $table->integer('expiration');
        });
    }

    public function down(): void
    {
        foreach (
            [
                'cache_locks',
                'cache',
                'tasks',
                'failed_jobs',
                'jobs',
                'notes',
                'decisions',
                'valuations',
                'company_list_items',
                'company_lists',
                'screens',
                'sessions',
                'users',
            ] as $table
        ) {
            Schema::dropIfExists($table);
        }
    }
};
