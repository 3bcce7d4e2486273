<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/** A figure a user corrected or supplied; a withdrawn one is kept as history. */
final class Correction extends Model
{
    use BelongsToUser;

    protected $guarded = [];

    protected $table = 'corrections';

    protected $casts = ['withdrawn_at' => 'datetime', 'value' => 'float'];

    /** @return BelongsTo<Company, $this> */
    public function company(): BelongsTo
    {
        return $this->belongsTo(Company::class);
    }
}
