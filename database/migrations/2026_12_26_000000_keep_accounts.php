<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class() extends Migration
{
    public function up(): void
    {
        Schema::table('users', static function (Blueprint $table): void {
            // Encrypted; a secret that is not confirmed yet asks for no code.
            $table->text('factor_secret')->nullable();
            $table->timestamp('factor_confirmed_at')->nullable();
            // A code counts once: the last one taken, by its half minute.
            $table->unsignedInteger('factor_step')->nullable();
            $table->text('recovery_codes')->nullable();
        });
        Schema::create('sign_ins', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('address', 45);
            $table->string('agent', 250);
            $table->timestamp('created_at');
            $table->timestamp('ended_at')->nullable();
            $table->index(['user_id', 'ended_at']);
        });
        Schema::create('password_reset_tokens', static function (Blueprint $table): void {
            $table->string('email')->primary();
            $table->string('token');
            $table->timestamp('created_at')->nullable();
        });
        // Stays when an account goes: it names people by what they were called.
        Schema::create('audit_entries', static function (Blueprint $table): void {
            $table->id();
            $table->timestamp('at');
            $table->unsignedBigInteger('user_id')->nullable();
            $table->string('who', 190);
            $table->string('action', 40);
            $table->string('subject', 250);
            $table->string('address', 45)->nullable();
            $table->index('at');
            $table->index('action');
        });
        $this->lowerAddresses();
    }

    public function down(): void
    {
        Schema::drop('audit_entries');
        Schema::drop('password_reset_tokens');
        Schema::drop('sign_ins');
        Schema::table('users', static function (Blueprint $table): void {
            $table->dropColumn(['factor_secret', 'factor_confirmed_at', 'factor_step', 'recovery_codes']);
        });
    }

    /** Addresses are compared without case; of two that differ only by it the older one keeps the address. */
    private function lowerAddresses(): void
    {
        $known = [];
        foreach (DB::table('users')->orderBy('id')->get(['id', 'email']) as $user) {
            $lower = mb_strtolower($user->email);
            if (! isset($known[$lower])) {
                $known[$lower] = true;
                DB::table('users')
                    ->where('id', $user->id)
                    ->update(['email' => $lower]);
            }
        }
    }
};
