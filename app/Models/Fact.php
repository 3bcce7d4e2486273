<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/** One reported figure of a filing. */
final class Fact extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'facts';

    /** @return BelongsTo<Filing, $this> */
    public function filing(): BelongsTo
    {
        return $this->belongsTo(Filing::class);
    }
}
