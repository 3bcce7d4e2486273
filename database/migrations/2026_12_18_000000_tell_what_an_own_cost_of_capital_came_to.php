<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('costs_of_capital', static function (Blueprint $table): void {
            $table->double('rate')->nullable();
            // The day it was put together as of; on earlier ones it is not known.
            $table->integer('kept_for')->nullable();
        });
        Schema::create('bottom_up_betas', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignId('company_id')->index()->constrained()->cascadeOnDelete();
            $table->json('choices');
            $table->timestamps();
            $table->unique(['user_id', 'company_id']);
        });
    }

    public function down(): void
    {
        Schema::drop('bottom_up_betas');
        Schema::table('costs_of_capital', static fn (Blueprint $table) => $table->dropColumn(['rate', 'kept_for']));
    }
};
