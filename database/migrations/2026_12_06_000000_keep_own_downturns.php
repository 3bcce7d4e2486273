<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

// Times that somebody looks at as a downturn, beside those the economy's statistics tell.
return new class() extends Migration
{
    public function up(): void
    {
        Schema::create('own_downturns', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('name');
            $table->integer('start_day');
            $table->integer('end_day');
            $table->timestamps();
            $table->index('user_id');
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('own_downturns');
    }
};
