<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/** A purchase, a sale or an income in a user's portfolio. */
final class Transaction extends Model
{
    use BelongsToUser;

    protected $guarded = [];

    protected $table = 'transactions';

    /** @return BelongsTo<Company, $this> */
    public function company(): BelongsTo
    {
        return $this->belongsTo(Company::class);
    }
}
