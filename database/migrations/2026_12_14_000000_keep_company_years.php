<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

// What a company was on the day of each of its annual reports, in the base currency: what industries are added up from.
return new class() extends Migration
{
    public function up(): void
    {
        Schema::create('company_years', static function (Blueprint $table): void {
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->integer('year');
            $table->integer('filed_on');
            foreach (['revenue', 'operating_income', 'net_income', 'equity', 'ebitda', 'market_cap', 'enterprise_value'] as $figure) {
                $table->double($figure)->nullable();
            }
            $table->primary(['company_id', 'year']);
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('company_years');
    }
};
