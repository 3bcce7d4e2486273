<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/** What a company was called, or counted as, until a day. */
final class FormerAttribute extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'former_attributes';

    /** @return BelongsTo<Company, $this> */
    public function company(): BelongsTo
    {
        return $this->belongsTo(Company::class);
    }
}
