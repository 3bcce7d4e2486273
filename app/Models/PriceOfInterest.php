<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/** The price at which a company becomes interesting to somebody, and the cases it came from. */
final class PriceOfInterest extends Model
{
    use BelongsToUser;

    protected $guarded = [];

    protected $table = 'prices_of_interest';

    protected $casts = ['price' => 'float', 'cases' => 'array'];

    /** @return BelongsTo<Company, $this> */
    public function company(): BelongsTo
    {
        return $this->belongsTo(Company::class);
    }
}
