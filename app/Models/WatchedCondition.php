<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\SoftDeletes;

/** Something about a company, or all of a list, that is looked at whenever new data arrive. */
final class WatchedCondition extends Model
{
    use BelongsToUser;
    use SoftDeletes;

    /** It calls when it begins to be met. */
    public const CALL = 'call';

    /** The price of interest of a company came. */
    public const INTEREST = 'interest';

    /** The price below which a decision would buy came. */
    public const BUY_BELOW = 'buy_below';

    /** A reason of a decision: it calls when it is met no more. */
    public const REASON = 'reason';

    /** What would prove a decision wrong: it calls when it begins to be met. */
    public const DISPROOF = 'disproof';

    protected $guarded = [];

    protected $table = 'conditions';

    protected $casts = [
        'settings' => 'array', 'by_mail' => 'boolean', 'by_webhook' => 'boolean', 'active' => 'boolean', 'set_on' => 'integer',
        'looked_through' => 'integer',
    ];

    /** @return BelongsTo<Company, $this> */
    public function company(): BelongsTo
    {
        return $this->belongsTo(Company::class);
    }

    /** @return BelongsTo<CompanyList, $this> */
    public function list(): BelongsTo
    {
        return $this->belongsTo(CompanyList::class, 'company_list_id');
    }

    /** @return BelongsTo<DrawnLine, $this> */
    public function line(): BelongsTo
    {
        return $this->belongsTo(DrawnLine::class, 'drawn_line_id');
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    /** @return HasMany<ConditionCall, $this> */
    public function calls(): HasMany
    {
        return $this->hasMany(ConditionCall::class, 'condition_id');
    }

    /** @return HasMany<ConditionState, $this> */
    public function states(): HasMany
    {
        return $this->hasMany(ConditionState::class, 'condition_id');
    }

    /** Whether it only calls, rather than say what stands. */
    public function isCall(): bool
    {
        return in_array($this->role, [self::CALL, self::INTEREST, self::BUY_BELOW], true);
    }

    public function isReason(): bool
    {
        return $this->role === self::REASON;
    }
}
