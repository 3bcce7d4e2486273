<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** Up to which day somebody looked at what changed of a company, and until when they want to hear nothing of it. */
final class LookedCompany extends Model
{
    use BelongsToUser;

    protected $guarded = [];

    protected $table = 'looked_companies';

    protected $casts = ['through' => 'integer', 'snoozed_until' => 'integer'];
}
