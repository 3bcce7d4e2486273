<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

// The price at which a company becomes interesting to somebody, with the cases it came from; in shares of the day it was kept.
return new class() extends Migration
{
    public function up(): void
    {
        Schema::create('prices_of_interest', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->double('price');
            $table->string('currency');
            $table->integer('kept_on');
            $table->string('note')->default('');
            $table->text('cases');
            $table->timestamps();
            $table->unique(['user_id', 'company_id']);
            $table->index('company_id');
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('prices_of_interest');
    }
};
