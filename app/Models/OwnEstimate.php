<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** What somebody expects a company to report of a fiscal year; figures of a share on the shares of the day it was written down. */
final class OwnEstimate extends Model
{
    use BelongsToUser;

    protected $guarded = [];

    protected $table = 'own_estimates';
}
