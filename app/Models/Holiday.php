<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** A day on which an exchange is closed though it would be open by its week. */
final class Holiday extends Model
{
    public $timestamps = false;

    public $incrementing = false;

    protected $guarded = [];

    protected $table = 'holidays';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['day' => 'integer'];
    }
}
