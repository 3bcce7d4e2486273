<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/** A security under a ticker on an exchange, from a day up to but without another. */
final class Listing extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'listings';

    /** @return BelongsTo<Security, $this> */
    public function security(): BelongsTo
    {
        return $this->belongsTo(Security::class);
    }

    /** Whether it stands on days on which another does. */
    public function sharesDaysWith(self $other): bool
    {
        return ($other->to_day === null || $other->to_day > $this->from_day) &&
            ($this->to_day === null || $this->to_day > $other->from_day);
    }

    /** @return BelongsTo<Exchange, $this> */
    public function exchange(): BelongsTo
    {
        return $this->belongsTo(Exchange::class);
    }
}
