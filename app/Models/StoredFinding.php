<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/** What an integrity check found in a company as everybody sees it. */
final class StoredFinding extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'findings';

    /** @return BelongsTo<Company, $this> */
    public function company(): BelongsTo
    {
        return $this->belongsTo(Company::class);
    }

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['finding' => 'array'];
    }
}
