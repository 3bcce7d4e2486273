<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/** How somebody puts together what capital costs a company. */
final class KeptCostOfCapital extends Model
{
    use BelongsToUser;

    protected $guarded = [];

    protected $table = 'costs_of_capital';

    protected $casts = ['choices' => 'array'];

    /** @return BelongsTo<Company, $this> */
    public function company(): BelongsTo
    {
        return $this->belongsTo(Company::class);
    }
}
