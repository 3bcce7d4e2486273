<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** What somebody did that others may have to know of: signed in, changed a password, changed what all share. */
final class AuditEntry extends Model
{
    public $timestamps = false;

    protected $table = 'audit_entries';

    protected $guarded = [];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['at' => 'datetime'];
    }
}
