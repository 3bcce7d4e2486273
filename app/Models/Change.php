<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/** A change somebody made in what all share, with the rows as they were and as they became. */
final class Change extends Model
{
    protected $table = 'changes';

    protected $guarded = [];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['rows' => 'array', 'undone_at' => 'datetime'];
    }

    /** @return Builder<self> without the rows, which may be a hundred thousand */
    public static function listed(): Builder
    {
        return self::query()->select(['id', 'user_id', 'what', 'size', 'import_id', 'undone_at', 'created_at']);
    }

    /** @return BelongsTo<Import, $this> with which it came and goes */
    public function import(): BelongsTo
    {
        return $this->belongsTo(Import::class);
    }

    /** @return BelongsTo<User, $this> */
    public function author(): BelongsTo
    {
        return $this->belongsTo(User::class, 'user_id');
    }
}
