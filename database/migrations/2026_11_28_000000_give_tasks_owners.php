<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Who waits for a task: several may wait for the same columns. Tasks of nobody can be asked for again. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('task_user', static function (Blueprint $table): void {
            $table->foreignId('task_id')->constrained()->cascadeOnDelete();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->primary(['task_id', 'user_id']);
        });
        DB::table('task_user')->insertUsing(
            ['task_id', 'user_id'],
            DB::table('back_tests')->whereNotNull('task_id')->distinct()->select('task_id', 'user_id'),
        );
    }

    public function down(): void
    {
        Schema::drop('task_user');
    }
};
