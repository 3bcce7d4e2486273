<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\SoftDeletes;

/**
 * A transaction of a portfolio; its figures are decimal texts.
 *
 * @property string|null $quantity
 * @property string|null $price
 * @property string|null $amount
 * @property string|null $fee
 * @property string|null $tax
 * @property string|null $cost
 * @property string|null $ratio
 * @property string|null $cost_share
 * @property string|null $to_amount
 */
final class PortfolioEntry extends Model
{
    use BelongsToUser;
    use SoftDeletes;

    protected $guarded = [];

    protected $table = 'portfolio_entries';

    protected $casts = ['lots' => 'array', 'day' => 'integer'];

    /** @return BelongsTo<Portfolio, $this> */
    public function portfolio(): BelongsTo
    {
        return $this->belongsTo(Portfolio::class);
    }

    /** What is of a portfolio that was deleted is found no more than it is. */
    public function resolveRouteBindingQuery($query, $value, $field = null)
    {
        return parent::resolveRouteBindingQuery($query, $value, $field)->whereHas('portfolio');
    }
}
