<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Logion\Reporting\ReportingModel;

/** A company that reports. */
final class Company extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'companies';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['template' => ReportingModel::class];
    }

    /** @return HasMany<Security, $this> */
    public function securities(): HasMany
    {
        return $this->hasMany(Security::class);
    }

    /**
     * Those that report, which funds do not.
     *
     * @param  Builder<self>  $query
     */
    public function scopeOfBusinesses(Builder $query): void
    {
        $query->where('template', '!=', ReportingModel::Fund->value);
    }

    /** @return HasMany<FormerAttribute, $this> */
    public function formerAttributes(): HasMany
    {
        return $this->hasMany(FormerAttribute::class);
    }

    /** @return HasMany<Filing, $this> */
    public function filings(): HasMany
    {
        return $this->hasMany(Filing::class);
    }
}
