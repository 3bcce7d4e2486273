<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

// What somebody expects a company to report of a fiscal year, beside what houses do.
return new class() extends Migration
{
    public function up(): void
    {
        Schema::create('own_estimates', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->string('line');
            $table->integer('period');
            $table->double('value');
            $table->text('note');
            $table->integer('on_day');
            $table->timestamps();
            $table->unique(['user_id', 'company_id', 'line', 'period']);
            $table->index('company_id');
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('own_estimates');
    }
};
