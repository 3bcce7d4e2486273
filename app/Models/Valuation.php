<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/** A saved valuation with its inputs as they were. */
final class Valuation extends Model
{
    use BelongsToUser;

    protected $guarded = [];

    protected $table = 'valuations';

    /** @return BelongsTo<Company, $this> */
    public function company(): BelongsTo
    {
        return $this->belongsTo(Company::class);
    }

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['assumptions' => 'array'];
    }
}
