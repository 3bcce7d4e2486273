<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * A trading day of a listing.
 *
 * @property int $listing_id
 * @property int $day YYYYMMDD
 * @property ?float $open in the currency of the listing
 * @property float $high
 * @property float $low
 * @property float $close
 * @property float $volume shares
 * @property ?int $import_id
 */
final class Bar extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'bars';

    public $incrementing = false;
}
