<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** Out of whose betas somebody puts together that of a company, with who is left out and why. */
final class KeptBottomUpBeta extends Model
{
    use BelongsToUser;

    protected $guarded = [];

    protected $table = 'bottom_up_betas';

    protected $casts = ['choices' => 'array'];
}
