<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Prunable;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\SoftDeletes;
use Illuminate\Support\Facades\Storage;

/** A file somebody keeps with a company. */
final class Paper extends Model
{
    use BelongsToUser;
    use Prunable;
    use SoftDeletes;

    /** Where the files are kept. */
    public const DISK = 'papers';

    /** What was thrown away can be taken back for so many days. */
    private const KEPT_DAYS = 30;

    protected $guarded = [];

    protected $table = 'papers';

    /** @return BelongsTo<Company, $this> */
    public function company(): BelongsTo
    {
        return $this->belongsTo(Company::class);
    }

    /** @return Builder<self> thrown away, and not taken back */
    public function prunable(): Builder
    {
        return self::onlyTrashed()->where('deleted_at', '<', now()->subDays(self::KEPT_DAYS));
    }

    protected function pruning(): void
    {
        Storage::disk(self::DISK)->delete((string) $this->kept_as);
    }
}
