<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

// Files somebody keeps with a company: reports, notes of others, pictures. Their text is kept, so that it is found.
return new class() extends Migration
{
    public function up(): void
    {
        Schema::create('papers', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->string('name');
            $table->string('media_type');
            $table->bigInteger('size');
            $table->string('kept_as');
            $table->text('text')->nullable();
            $table->integer('on_day');
            $table->softDeletes();
            $table->timestamps();
            $table->index(['user_id', 'company_id']);
            $table->index('company_id');
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('papers');
    }
};
