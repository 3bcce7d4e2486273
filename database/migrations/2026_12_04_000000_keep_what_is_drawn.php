<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

// Levels and lines that somebody drew over prices: of a share as it was counted on the day they were drawn. A note knows its day too: data
// need not end on the day of the calendar.
return new class() extends Migration
{
    public function up(): void
    {
        Schema::create('drawn_lines', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->string('name');
            $table->integer('drawn_on');
            $table->integer('from_day')->nullable();
            $table->double('from_price');
            $table->integer('to_day')->nullable();
            $table->double('to_price')->nullable();
            $table->timestamps();
            $table->index(['user_id', 'company_id']);
            $table->index('company_id');
        });
        Schema::table('notes', static fn (Blueprint $table) => $table->integer('on_day')->nullable());
        foreach (DB::table('notes')->get(['id', 'created_at']) as $note) {
            $day = (int) str_replace('-', '', substr((string) $note->created_at, 0, 10));
            DB::table('notes')->where('id', $note->id)->update(['on_day' => $day]);
        }
    }

    public function down(): void
    {
        Schema::dropIfExists('drawn_lines');
        Schema::table('notes', static fn (Blueprint $table) => $table->dropColumn('on_day'));
    }
};
