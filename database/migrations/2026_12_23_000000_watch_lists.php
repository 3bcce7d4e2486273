<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

// Lists are watched with columns of one's own and a note on each company.
return new class() extends Migration
{
    public function up(): void
    {
        Schema::table('company_lists', static fn (Blueprint $table) => $table->json('columns')->nullable());
        Schema::table('company_list_items', static fn (Blueprint $table) => $table->text('note')->nullable());
    }

    public function down(): void
    {
        Schema::table('company_lists', static fn (Blueprint $table) => $table->dropColumn('columns'));
        Schema::table('company_list_items', static fn (Blueprint $table) => $table->dropColumn('note'));
    }
};
