<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/** A level or a line that somebody drew over the prices of a company. */
final class DrawnLine extends Model
{
    use BelongsToUser;

    protected $guarded = [];

    protected $table = 'drawn_lines';

    /** @return BelongsTo<Company, $this> */
    public function company(): BelongsTo
    {
        return $this->belongsTo(Company::class);
    }
}
