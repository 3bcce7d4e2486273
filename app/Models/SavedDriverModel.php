<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/** A version of how somebody thinks the revenue of a company arises. */
final class SavedDriverModel extends Model
{
    use BelongsToUser;

    protected $guarded = [];

    protected $table = 'driver_models';

    protected $casts = ['definition' => 'array'];

    /** @return BelongsTo<Company, $this> */
    public function company(): BelongsTo
    {
        return $this->belongsTo(Company::class);
    }
}
