<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/**
 * The hours of a trading day are one row a listing, in JSON: [hour, open, high, low, close, volume] of each. They are written, read and let
 * go of together, and a row an hour took most of the time of storing a day.
 */
return new class() extends Migration
{
    private const FIGURES = ['open', 'high', 'low', 'close', 'volume'];

    public function up(): void
    {
        Schema::create('bars_by_hour', static function (Blueprint $table): void {
            $table->foreignId('listing_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('day');
            $table->text('hours');
            $table->primary(['listing_id', 'day']);
        });
        foreach (DB::table('hourly_bars')->distinct()->orderBy('listing_id')->pluck('listing_id') as $listing) {
            $days = [];
            foreach (DB::table('hourly_bars')->where('listing_id', $listing)->orderBy('day')->orderBy('hour')->get() as $bar) {
                $figures = array_map(static fn (string $of): float => (float) $bar->{$of}, self::FIGURES);
                $days[$bar->day][] = [(int) $bar->hour, ...$figures];
            }
            $rows = array_map(
                static fn (int $day, array $hours): array => [
                    'listing_id' => $listing,
                    'day' => $day,
                    'hours' => json_encode($hours, JSON_THROW_ON_ERROR),
                ],
                array_keys($days),
                $days,
            );
            DB::table('bars_by_hour')->insert($rows);
        }
        Schema::drop('hourly_bars');
    }

    public function down(): void
    {
        Schema::create('hourly_bars', static function (Blueprint $table): void {
            $table->foreignId('listing_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('day');
            $table->unsignedTinyInteger('hour');
            foreach (self::FIGURES as $figure) {
                $table->double($figure);
            }
            $table->primary(['listing_id', 'day', 'hour']);
        });
        foreach (DB::table('bars_by_hour')->orderBy('listing_id')->orderBy('day')->lazy() as $of) {
            $bars = array_map(
                static fn (array $bar): array => [
                    'listing_id' => $of->listing_id,
                    'day' => $of->day,
                    ...array_combine(['hour', ...self::FIGURES], $bar),
                ],
                json_decode($of->hours, flags: JSON_THROW_ON_ERROR),
            );
            DB::table('hourly_bars')->insert($bars);
        }
        Schema::drop('bars_by_hour');
    }
};
