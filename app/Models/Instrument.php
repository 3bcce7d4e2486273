<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** A fund, a bond, an option or something else that is held and not listed here; its owner gives its prices. */
final class Instrument extends Model
{
    use BelongsToUser;

    public const KINDS = ['fund', 'bond', 'option', 'share', 'other'];

    protected $table = 'instruments';

    protected $guarded = [];
}
