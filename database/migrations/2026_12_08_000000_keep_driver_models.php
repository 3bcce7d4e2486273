<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

// How somebody thinks the revenue of a company and its rivals arises; saved anew, a model has one more version.
return new class() extends Migration
{
    public function up(): void
    {
        Schema::create('driver_models', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->string('name');
            $table->integer('version');
            $table->integer('as_of');
            $table->text('definition');
            $table->timestamps();
            $table->unique(['user_id', 'company_id', 'name', 'version']);
            $table->index('company_id');
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('driver_models');
    }
};
