<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

// Rows are packed in another form, and up to a day, which stands before them: a database finds it without reading them. Those that are
// packed are packed anew when they are next read.
return new class() extends Migration
{
    public function up(): void
    {
        Schema::drop('packed_rows');
        Schema::create('packed_rows', static function (Blueprint $table): void {
            $table->string('source', 16);
            $table->unsignedBigInteger('owner');
            $table->unsignedInteger('size');
            $table->integer('up_to')->nullable();
            $table->binary('columns');
            $table->primary(['source', 'owner']);
        });
    }

    public function down(): void
    {
        Schema::drop('packed_rows');
        Schema::create('packed_rows', static function (Blueprint $table): void {
            $table->string('source', 16);
            $table->unsignedBigInteger('owner');
            $table->unsignedInteger('size');
            $table->binary('columns');
            $table->primary(['source', 'owner']);
        });
    }
};
