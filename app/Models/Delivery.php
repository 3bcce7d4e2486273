<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/** A call on its way by mail or to a webhook. */
final class Delivery extends Model
{
    use BelongsToUser;

    public const MAIL = 'mail';

    public const WEBHOOK = 'webhook';

    public const WAITING = 'waiting';

    public const SENT = 'sent';

    public const FAILED = 'failed';

    protected $table = 'deliveries';

    protected $guarded = [];

    protected $casts = ['due_at' => 'datetime', 'sent_at' => 'datetime', 'attempts' => 'integer'];

    /** @return BelongsTo<ConditionCall, $this> */
    public function call(): BelongsTo
    {
        return $this->belongsTo(ConditionCall::class, 'condition_call_id');
    }
}
