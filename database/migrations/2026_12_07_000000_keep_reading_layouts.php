<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

// How somebody arranges the first reading, for a kind of business; one of them may be what it opens with.
return new class() extends Migration
{
    public function up(): void
    {
        Schema::create('reading_layouts', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('name');
            $table->string('template');
            $table->boolean('is_default')->default(false);
            $table->text('definition');
            $table->timestamps();
            $table->unique(['user_id', 'template', 'name']);
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('reading_layouts');
    }
};
