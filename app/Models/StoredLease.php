<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** A lease in an annual report of a property company. */
final class StoredLease extends Model
{
    use FiledRow;

    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'leases';
}
