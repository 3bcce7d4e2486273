<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/** A day on which an exchange is closed though it would be open by its week. */
final class Holiday extends Model
{
    public $timestamps = false;

    public $incrementing = false;

    protected $guarded = [];

    protected $table = 'holidays';

    /** @return array<string, array<int, string>> name by day, by code of the exchange */
    public static function byExchange(): array
    {
        $days = [];
        foreach (self::query()->with('exchange')->get() as $holiday) {
            $days[(string) $holiday->exchange?->code][(int) $holiday->day] = (string) $holiday->name;
        }

        return $days;
    }

    /** @return BelongsTo<Exchange, $this> */
    public function exchange(): BelongsTo
    {
        return $this->belongsTo(Exchange::class);
    }

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['day' => 'integer'];
    }
}
