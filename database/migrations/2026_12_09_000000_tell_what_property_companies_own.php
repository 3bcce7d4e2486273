<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

// What an annual report of a property company tells of its buildings and its leases.
return new class() extends Migration
{
    public function up(): void
    {
        Schema::create('buildings', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->foreignId('filing_id')->constrained()->cascadeOnDelete();
            $table->string('name');
            $table->string('sector')->default('');
            $table->string('place')->default('');
            $table->double('area')->nullable();
            $table->double('let_area')->nullable();
            $table->double('rent')->nullable();
            $table->double('net_operating_income')->nullable();
            $table->double('value')->nullable();
            $table->index('company_id');
            $table->index('filing_id');
        });
        Schema::create('leases', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->foreignId('filing_id')->constrained()->cascadeOnDelete();
            $table->string('tenant');
            $table->string('trade')->default('');
            $table->string('standing')->default('');
            $table->string('building')->default('');
            $table->double('area')->nullable();
            $table->double('rent');
            $table->integer('ends_on')->nullable();
            $table->index('company_id');
            $table->index('filing_id');
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('leases');
        Schema::dropIfExists('buildings');
    }
};
