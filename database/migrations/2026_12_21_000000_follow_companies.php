<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

// Conditions that call, what they called for, and how that is delivered.
return new class() extends Migration
{
    public function up(): void
    {
        Schema::create('conditions', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignId('company_id')->nullable()->constrained()->cascadeOnDelete();
            $table->foreignId('company_list_id')->nullable()->constrained()->cascadeOnDelete();
            $table->foreignId('decision_id')->nullable()->constrained()->cascadeOnDelete();
            $table->foreignId('drawn_line_id')->nullable()->constrained()->cascadeOnDelete();
            // A call, a reason of a decision, or what would prove it wrong.
            $table->string('role', 16)->default('call');
            $table->string('kind', 24);
            $table->json('settings');
            $table->unsignedInteger('set_on');
            $table->text('note')->nullable();
            $table->boolean('by_mail')->default(false);
            $table->boolean('by_webhook')->default(false);
            $table->boolean('active')->default(true);
            $table->unsignedInteger('looked_through');
            $table->timestamps();
            $table->softDeletes();
            foreach (['user_id', 'company_id', 'company_list_id', 'decision_id', 'drawn_line_id', 'looked_through'] as $column) {
                $table->index($column);
            }
        });
        Schema::create('condition_states', static function (Blueprint $table): void {
            $table->foreignId('condition_id')->constrained()->cascadeOnDelete();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->boolean('met')->nullable();
            $table->double('actual')->nullable();
            $table->double('required')->nullable();
            $table->unsignedInteger('since');
            $table->primary(['condition_id', 'company_id']);
            $table->index('company_id');
        });
        Schema::create('condition_calls', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignId('condition_id')->constrained()->cascadeOnDelete();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('day');
            $table->string('key', 24);
            $table->double('actual')->nullable();
            $table->double('required')->nullable();
            $table->boolean('handed_on')->default(false);
            $table->timestamps();
            $table->unique(['condition_id', 'company_id', 'key']);
            $table->index(['user_id', 'day']);
            $table->index('company_id');
            $table->index('handed_on');
        });
        Schema::create('deliveries', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignId('condition_call_id')->nullable()->constrained()->cascadeOnDelete();
            $table->string('channel', 8);
            $table->string('state', 8);
            $table->unsignedSmallInteger('attempts')->default(0);
            $table->timestamp('due_at');
            $table->timestamp('sent_at')->nullable();
            $table->text('said')->nullable();
            $table->timestamps();
            $table->index(['state', 'due_at']);
            $table->index('user_id');
            $table->index('condition_call_id');
        });
        Schema::create('delivery_settings', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->unique()->constrained()->cascadeOnDelete();
            $table->string('mail')->nullable();
            $table->text('webhook')->nullable();
            $table->string('secret', 64)->nullable();
            $table->string('quiet_from', 5)->nullable();
            $table->string('quiet_to', 5)->nullable();
            $table->string('time_zone', 64)->default('UTC');
            $table->timestamps();
        });
        Schema::create('looked_companies', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            // All companies where none is named.
            $table->foreignId('company_id')->nullable()->constrained()->cascadeOnDelete();
            $table->unsignedInteger('through')->nullable();
            $table->unsignedInteger('snoozed_until')->nullable();
            $table->timestamps();
            $table->unique(['user_id', 'company_id']);
            $table->index('company_id');
        });
    }

    public function down(): void
    {
        $tables = ['looked_companies', 'delivery_settings', 'deliveries', 'condition_calls', 'condition_states', 'conditions'];
        foreach ($tables as $table) {
            Schema::dropIfExists($table);
        }
    }
};
