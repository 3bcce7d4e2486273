<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\Relations\HasOne;

/** A company that reports. */
final class Company extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'companies';

    /** @return HasOne<Security, $this> */
    public function security(): HasOne
    {
        return $this->hasOne(Security::class);
    }

    /** @return HasMany<Filing, $this> */
    public function filings(): HasMany
    {
        return $this->hasMany(Filing::class);
    }
}
