<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;

/** Somebody who signed in from somewhere, until they sign out or are signed out. */
final class SignIn extends Model
{
    use BelongsToUser;

    public const UPDATED_AT = null;

    protected $table = 'sign_ins';

    protected $guarded = [];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['ended_at' => 'datetime'];
    }

    /** @param  Builder<self>  $query */
    public function scopeOpen(Builder $query): void
    {
        $query->whereNull('ended_at');
    }
}
