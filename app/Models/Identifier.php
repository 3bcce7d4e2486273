<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/** A number or code of a security in some scheme, as it was given. */
final class Identifier extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'identifiers';

    /** @return BelongsTo<Security, $this> */
    public function security(): BelongsTo
    {
        return $this->belongsTo(Security::class);
    }
}
