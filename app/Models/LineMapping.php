<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/** The statement line a user has said a label means. */
final class LineMapping extends Model
{
    use BelongsToUser;

    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'line_mappings';

    /** @return array<string, string> line by label, as a user decided */
    public static function decidedBy(?int $user): array
    {
        return self::query()->where('user_id', $user)->pluck('line', 'label')->map(strval(...))->all();
    }
}
