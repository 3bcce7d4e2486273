<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/** A version of whom somebody compares a company with. */
final class PeerGroup extends Model
{
    use BelongsToUser;

    protected $guarded = [];

    protected $table = 'peer_groups';

    /** @return BelongsTo<Company, $this> */
    public function company(): BelongsTo
    {
        return $this->belongsTo(Company::class);
    }

    /** @return HasMany<Peer, $this> in the order in which they were chosen */
    public function peers(): HasMany
    {
        return $this->hasMany(Peer::class)->orderBy('place');
    }
}
