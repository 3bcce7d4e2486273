<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** That somebody counts a past transaction for a company, or leaves it out, with the reason. */
final class TransactionChoice extends Model
{
    use BelongsToUser;

    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'transaction_choices';

    protected $casts = ['included' => 'boolean'];
}
