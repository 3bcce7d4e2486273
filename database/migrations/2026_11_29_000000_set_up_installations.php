<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** An installation has settings, people with roles, invitations, and a list of what was changed in its reference data by whom. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('users', static function (Blueprint $table): void {
            $table->string('role', 16)->default('reader');
        });
        // Who was here before could change everything; the first of them keeps the house.
        DB::table('users')->update(['role' => 'editor']);
        DB::table('users')
            ->where('id', DB::table('users')->min('id'))
            ->update(['role' => 'administrator']);
        // By which calendar year a company numbers its fiscal years; whoever was here was counted by the one in which they end.
        Schema::table('companies', static function (Blueprint $table): void {
            $table->string('fiscal_years', 8)->nullable();
        });
        DB::table('companies')->update(['fiscal_years' => 'ends']);
        // Everything is looked at from the day of the bulk of the listings; an import moves it only where somebody said so.
        Schema::table('imports', static function (Blueprint $table): void {
            $table->dropColumn('latest_day');
            $table->unsignedInteger('moved_day')->nullable();
        });
        Schema::create('settings', static function (Blueprint $table): void {
            $table->string('name', 40)->primary();
            $table->string('value');
        });
        Schema::create('invitations', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('made_by')->constrained('users')->cascadeOnDelete();
            $table->string('token', 64)->unique();
            $table->string('role', 16);
            $table->timestamp('expires_at');
            $table->timestamp('used_at')->nullable();
            $table->timestamps();
        });
        // The index that the shares of an exchange are measured against; none where nobody chose one.
        Schema::table('exchanges', static function (Blueprint $table): void {
            $table->unsignedBigInteger('index_id')->nullable();
        });
        foreach (DB::table('exchanges')->pluck('id') as $exchange) {
            DB::table('exchanges')
                ->where('id', $exchange)
                ->update([
                    'index_id' => DB::table('securities')
                        ->join('listings', 'listings.security_id', '=', 'securities.id')
                        ->where('kind', 'index')
                        ->where('exchange_id', $exchange)
                        ->max('securities.id'),
                ]);
        }
        // As Sanctum has it; when a token was used last is not kept.
        Schema::create('personal_access_tokens', static function (Blueprint $table): void {
            $table->id();
            $table->morphs('tokenable');
            $table->text('name');
            $table->string('token', 64)->unique();
            $table->text('abilities')->nullable();
            $table->timestamp('last_used_at')->nullable();
            $table->timestamp('expires_at')->nullable()->index();
            $table->timestamps();
        });
        Schema::create('changes', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->nullable()->constrained()->nullOnDelete();
            $table->string('what');
            $table->json('rows');
            $table->foreignId('undone_by')->nullable()->constrained('users')->nullOnDelete();
            $table->timestamp('undone_at')->nullable();
            $table->timestamps();
        });
    }

    public function down(): void
    {
        Schema::drop('changes');
        Schema::drop('personal_access_tokens');
        Schema::table('exchanges', static fn (Blueprint $table) => $table->dropColumn('index_id'));
        Schema::drop('invitations');
        Schema::drop('settings');
        Schema::table('companies', static fn (Blueprint $table) => $table->dropColumn('fiscal_years'));
        Schema::table('imports', static function (Blueprint $table): void {
            $table->dropColumn('moved_day');
            $table->unsignedInteger('latest_day')->nullable();
        });
        Schema::table('users', static fn (Blueprint $table) => $table->dropColumn('role'));
    }
};
