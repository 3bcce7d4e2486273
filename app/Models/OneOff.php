<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/** Part of a line a user holds to be a one-off. */
final class OneOff extends Model
{
    use BelongsToUser;

    protected $guarded = [];

    protected $table = 'one_offs';

    protected $casts = ['before_tax' => 'bool', 'amount' => 'float', 'period' => 'int'];

    /** @return BelongsTo<Company, $this> */
    public function company(): BelongsTo
    {
        return $this->belongsTo(Company::class);
    }
}
