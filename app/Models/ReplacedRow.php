<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/** A row as it was before an import changed it, to be put back when that is undone. */
final class ReplacedRow extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $table = 'replaced_rows';

    /** @return BelongsTo<Import, $this> */
    public function import(): BelongsTo
    {
        return $this->belongsTo(Import::class);
    }

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['row' => 'array'];
    }

    /**
     * Keeps what an import is about to replace.
     *
     * @param  array<string, mixed>  $row
     */
    public static function keep(int $import, string $table, array $row): void
    {
        // A file may replace a million rows: no model is made of each.
        self::query()
            ->toBase()
            ->insert([
                'import_id' => $import,
                'table_name' => $table,
                'previous_import' => $row['import_id'] ?? null,
                'row' => json_encode($row, JSON_PRESERVE_ZERO_FRACTION | JSON_THROW_ON_ERROR),
            ]);
    }
}
