<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\SoftDeletes;

/**
 * A verdict with its reasons and the price to wait for. Amounts a share are in the share terms of the day of the decision.
 *
 * @property array<string, mixed>|null $checklist
 * @property array<string, mixed>|null $size
 * @property list<array{text: string}>|null $reasons
 * @property list<array{text: string}>|null $disproofs
 * @property list<array{name: string, grade: string}>|null $grades
 * @property list<array{name: string, value: float, probability?: float|null}>|null $cases
 * @property list<array<string, mixed>>|null $summary
 */
final class Decision extends Model
{
    use BelongsToUser;
    use SoftDeletes;

    protected $guarded = [];

    protected $table = 'decisions';

    protected $casts = [
        'value_per_share' => 'float',
        'margin_of_safety' => 'float',
        'price_then' => 'float',
        'confidence' => 'float',
        'invalidation' => 'float',
        'horizon' => 'float',
        'review_on' => 'integer',
        'replaced_on' => 'integer',
        'reasons' => 'array',
        'disproofs' => 'array',
        'grades' => 'array',
        'cases' => 'array',
        'checklist' => 'array',
        'summary' => 'array',
        'size' => 'array',
    ];

    /** @return BelongsTo<Company, $this> */
    public function company(): BelongsTo
    {
        return $this->belongsTo(Company::class);
    }

    /** @return BelongsTo<Valuation, $this> */
    public function valuation(): BelongsTo
    {
        return $this->belongsTo(Valuation::class);
    }

    /** @return HasMany<WatchedCondition, $this> what of its reasons can be checked */
    public function conditions(): HasMany
    {
        return $this->hasMany(WatchedCondition::class);
    }

    /** The number its versions have in common. */
    public function root(): int
    {
        return (int) ($this->first_id ?? $this->id);
    }

    /**
     * Those that stand on a day: not those that were revised by then.
     *
     * @param  Builder<static>  $query
     */
    public function scopeStanding(Builder $query, int $day): void
    {
        $query
            ->where('decided_on', '<=', $day)
            ->where(static fn (Builder $of) => $of->whereNull('replaced_on')->orWhere('replaced_on', '>', $day));
    }
}
