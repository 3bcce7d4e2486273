<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/** What a user decided about a finding or a break. */
final class Judgement extends Model
{
    use BelongsToUser;

    protected $guarded = [];

    protected $table = 'judgements';

    /** @return BelongsTo<Company, $this> */
    public function company(): BelongsTo
    {
        return $this->belongsTo(Company::class);
    }
}
