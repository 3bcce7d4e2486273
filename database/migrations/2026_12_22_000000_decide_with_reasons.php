<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

// What a decision rests on, its versions, and the stages in which candidates are worked on.
return new class() extends Migration
{
    private const PARTS = ['reasons', 'disproofs', 'grades', 'cases', 'checklist', 'summary', 'size'];

    private const REST = ['confidence', 'invalidation', 'horizon', 'review_on', 'first_id', 'replaced_on'];

    public function up(): void
    {
        Schema::table('decisions', static function (Blueprint $table): void {
            foreach (self::PARTS as $part) {
                $table->json($part)->nullable();
            }
            $table->double('confidence')->nullable();
            $table->double('invalidation')->nullable();
            $table->double('horizon')->nullable();
            $table->unsignedInteger('review_on')->nullable();
            // The first version of a decision that was revised, and the day on which this version gave way to another.
            $table->unsignedBigInteger('first_id')->nullable()->index();
            $table->unsignedInteger('replaced_on')->nullable();
        });
        Schema::create('work_stages', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->unique()->constrained()->cascadeOnDelete();
            $table->json('stages');
            $table->timestamps();
        });
        Schema::create('candidates', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignId('company_id')->constrained()->cascadeOnDelete();
            $table->string('stage', 40);
            $table->unsignedInteger('entered_on');
            $table->unsignedInteger('position')->default(0);
            $table->text('note')->nullable();
            $table->timestamps();
            $table->unique(['user_id', 'company_id']);
            $table->index('company_id');
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('candidates');
        Schema::dropIfExists('work_stages');
        Schema::table('decisions', static function (Blueprint $table): void {
            $table->dropIndex(['first_id']);
            $table->dropColumn([...self::PARTS, ...self::REST]);
        });
    }
};
