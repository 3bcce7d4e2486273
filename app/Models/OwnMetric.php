<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** A metric a user has defined: a formula, a ranking or a regression. */
final class OwnMetric extends Model
{
    use BelongsToUser;

    protected $guarded = [];

    protected $table = 'own_metrics';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['definition' => 'array'];
    }
}
