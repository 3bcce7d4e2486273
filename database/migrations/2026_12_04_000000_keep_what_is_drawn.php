<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

// Levels and lines that somebody drew over prices: of a share as it was counted on the day they were drawn.
return new class() extends Migration
{
    public function up(): void
    {
        Schema::create('drawn_lines', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->string('name');
            $table->integer('drawn_on');
            $table->integer('from_day')->nullable();
            $table->double('from_price');
            $table->integer('to_day')->nullable();
            $table->double('to_price')->nullable();
            $table->timestamps();
            $table->index(['user_id', 'company_id']);
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('drawn_lines');
    }
};
