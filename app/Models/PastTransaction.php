<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** What was paid for a whole company or a part of it, with what it had sold and earned the year before. */
final class PastTransaction extends Model
{
    public const BUYERS = ['company', 'fund', 'managers', 'other'];

    public const PAYMENTS = ['cash', 'shares', 'both'];

    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'past_transactions';

    protected $casts = [
        'announced_on' => 'integer',
        'price' => 'float',
        'stake' => 'float',
        'net_debt' => 'float',
        'revenue' => 'float',
        'ebitda' => 'float',
        'ebit' => 'float',
        'net_income' => 'float',
        'premium' => 'float',
    ];
}
