<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Exchanges have days on which they are closed; reference data come by files too, each a change that goes with its import. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('holidays', static function (Blueprint $table): void {
            $table->foreignId('exchange_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('day');
            $table->string('name', 120)->default('');
            $table->primary(['exchange_id', 'day']);
        });
        // What a formula at work takes for each company: one person may have so much at work at a time.
        Schema::table('tasks', static fn (Blueprint $table) => $table->unsignedBigInteger('cost')->default(0));
        Schema::table('changes', static function (Blueprint $table): void {
            $table->foreignId('import_id')->nullable()->index()->constrained()->nullOnDelete();
            // Of a file the rows are many, and a list of changes does not read them.
            $table->unsignedInteger('size')->default(0);
        });
        foreach (DB::table('changes')->pluck('rows', 'id') as $id => $rows) {
            $size = count(json_decode((string) $rows, true, 64, JSON_THROW_ON_ERROR));
            DB::table('changes')->where('id', $id)->update(['size' => $size]);
        }
    }

    public function down(): void
    {
        Schema::table('tasks', static fn (Blueprint $table) => $table->dropColumn('cost'));
        Schema::table('changes', static function (Blueprint $table): void {
            $table->dropForeign(['import_id']);
            $table->dropIndex(['import_id']);
            $table->dropColumn(['import_id', 'size']);
        });
        Schema::drop('holidays');
    }
};
