<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('peer_groups', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignId('company_id')->index()->constrained()->cascadeOnDelete();
            $table->unsignedInteger('version');
            $table->timestamps();
            $table->index(['user_id', 'company_id']);
        });
        Schema::create('peers', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('peer_group_id')->constrained()->cascadeOnDelete();
            $table->foreignId('company_id')->index()->constrained()->cascadeOnDelete();
            $table->unsignedSmallInteger('place');
            $table->boolean('included');
            $table->text('reason')->nullable();
            $table->unique(['peer_group_id', 'company_id']);
        });
    }

    public function down(): void
    {
        Schema::drop('peers');
        Schema::drop('peer_groups');
    }
};
