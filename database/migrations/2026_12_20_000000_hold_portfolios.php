<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

// Portfolios by their transactions, what is in them besides listed shares, and the files they came from. Figures of transactions are
// decimal texts: no digit of money is rounded away.
return new class extends Migration
{
    private const FIGURES = ['quantity', 'price', 'amount', 'fee', 'tax', 'cost', 'ratio', 'cost_share', 'to_amount'];

    public function up(): void
    {
        Schema::create('portfolios', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('name');
            $table->string('currency', 3);
            $table->string('cost_method', 16);
            $table->foreignId('index_id')->nullable()->constrained('securities')->nullOnDelete();
            $table->boolean('keeps_cash')->default(true);
            $table->double('withholding')->default(0);
            $table->unsignedInteger('revision')->default(0);
            $table->timestamps();
            $table->softDeletes();
            $table->index('user_id');
            $table->index('index_id');
        });
        Schema::create('instruments', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('code', 24);
            $table->string('name');
            $table->string('kind', 16);
            $table->string('currency', 3);
            $table->string('multiplier')->default('1');
            $table->string('sector', 4)->nullable();
            $table->string('country', 2)->nullable();
            $table->timestamps();
            $table->unique(['user_id', 'code']);
        });
        Schema::create('instrument_prices', static function (Blueprint $table): void {
            $table->foreignId('instrument_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('day');
            $table->double('price');
            $table->primary(['instrument_id', 'day']);
        });
        Schema::create('portfolio_files', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignId('portfolio_id')->constrained()->cascadeOnDelete();
            $table->string('name');
            $table->string('digest', 64);
            $table->string('format', 8);
            $table->longText('rows');
            $table->timestamp('taken_at')->nullable();
            $table->timestamps();
            $table->index('user_id');
            $table->index(['portfolio_id', 'digest']);
        });
        Schema::create('portfolio_entries', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignId('portfolio_id')->constrained()->cascadeOnDelete();
            $table->foreignId('portfolio_file_id')->nullable()->constrained()->nullOnDelete();
            $table->unsignedInteger('day');
            $table->unsignedInteger('settled_on')->nullable();
            $table->string('type', 24);
            $table->foreignId('security_id')->nullable()->constrained();
            $table->foreignId('instrument_id')->nullable()->constrained();
            $table->foreignId('new_security_id')->nullable()->constrained('securities');
            $table->foreignId('new_instrument_id')->nullable()->constrained('instruments');
            $table->string('currency', 3);
            $table->string('to_currency', 3)->default('');
            foreach (self::FIGURES as $figure) {
                $table->string($figure)->nullable();
            }
            $table->unsignedInteger('acquired')->nullable();
            $table->json('lots')->nullable();
            $table->text('note')->nullable();
            $table->string('reference')->nullable();
            $table->timestamps();
            $table->softDeletes();
            $table->index(['portfolio_id', 'day', 'id']);
            foreach (['user_id', 'portfolio_file_id', 'security_id', 'instrument_id', 'new_security_id', 'new_instrument_id'] as $column) {
                $table->index($column);
            }
        });
        Schema::create('known_securities', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('called');
            $table->foreignId('security_id')->nullable()->constrained()->cascadeOnDelete();
            $table->foreignId('instrument_id')->nullable()->constrained()->cascadeOnDelete();
            $table->timestamps();
            $table->unique(['user_id', 'called']);
            $table->index('security_id');
            $table->index('instrument_id');
        });
        Schema::create('portfolio_books', static function (Blueprint $table): void {
            $table->foreignId('portfolio_id')->primary()->constrained()->cascadeOnDelete();
            $table->string('state');
            $table->binary('book');
        });
    }

    public function down(): void
    {
        foreach (
            [
                'portfolio_books',
                'known_securities',
                'portfolio_entries',
                'portfolio_files',
                'instrument_prices',
                'instruments',
                'portfolios',
            ] as $table
        ) {
            Schema::dropIfExists($table);
        }
    }
};
