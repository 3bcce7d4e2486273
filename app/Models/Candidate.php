<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/** A company in a stage of somebody's work. */
final class Candidate extends Model
{
    use BelongsToUser;

    protected $table = 'candidates';

    protected $guarded = [];

    protected $casts = ['entered_on' => 'integer', 'position' => 'integer'];

    /** @return BelongsTo<Company, $this> */
    public function company(): BelongsTo
    {
        return $this->belongsTo(Company::class);
    }
}
