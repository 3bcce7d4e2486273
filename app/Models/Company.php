<?php

declare(strict_types=1);

namespace App\Models;

use App\Identity\Identities;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;

/** A company that reports. */
final class Company extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'companies';

    /** @return HasMany<Security, $this> */
    public function securities(): HasMany
    {
        return $this->hasMany(Security::class);
    }

    /** How the company is referred to now: its ticker, with the exchange where another company has the same. */
    public function reference(): string
    {
        return resolve(Identities::class)->references([$this->id])[$this->id];
    }

    /** @return HasMany<Filing, $this> */
    public function filings(): HasMany
    {
        return $this->hasMany(Filing::class);
    }
}
