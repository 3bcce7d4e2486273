<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\SoftDeletes;

/** A verdict with its reasons and the price to wait for. */
final class Decision extends Model
{
    use BelongsToUser;
    use SoftDeletes;

    protected $guarded = [];

    protected $table = 'decisions';

    protected $casts = ['value_per_share' => 'float', 'margin_of_safety' => 'float', 'price_then' => 'float'];

    /** @return BelongsTo<Company, $this> */
    public function company(): BelongsTo
    {
        return $this->belongsTo(Company::class);
    }

    /** @return BelongsTo<Valuation, $this> */
    public function valuation(): BelongsTo
    {
        return $this->belongsTo(Valuation::class);
    }
}
