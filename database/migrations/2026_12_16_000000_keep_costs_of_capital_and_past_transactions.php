<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('costs_of_capital', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignId('company_id')->index()->constrained()->cascadeOnDelete();
            $table->json('choices');
            $table->timestamps();
            $table->unique(['user_id', 'company_id']);
        });
        // What was paid for a whole company or a part of it. Amounts are in a currency of each row; its figures are of the year before.
        Schema::create('past_transactions', static function (Blueprint $table): void {
            $table->id();
            $table->integer('announced_on')->index();
            $table->string('target');
            $table->string('acquirer');
            $table->string('buyer', 16);
            $table->string('industry', 8)->index();
            $table->string('country', 2)->nullable();
            $table->string('currency', 3);
            $table->double('price');
            $table->double('stake');
            $table->double('net_debt')->nullable();
            $table->double('revenue')->nullable();
            $table->double('ebitda')->nullable();
            $table->double('ebit')->nullable();
            $table->double('net_income')->nullable();
            $table->string('payment', 8)->nullable();
            $table->double('premium')->nullable();
            $table->foreignId('import_id')->nullable()->index()->constrained()->cascadeOnDelete();
        });
        Schema::create('transaction_choices', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignId('company_id')->index()->constrained()->cascadeOnDelete();
            $table->foreignId('past_transaction_id')->index()->constrained()->cascadeOnDelete();
            $table->boolean('included');
            $table->text('reason')->nullable();
            $table->unique(['user_id', 'company_id', 'past_transaction_id']);
        });
    }

    public function down(): void
    {
        Schema::drop('transaction_choices');
        Schema::drop('past_transactions');
        Schema::drop('costs_of_capital');
    }
};
