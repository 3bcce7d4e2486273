<?php

declare(strict_types=1);

namespace App\Models;

use App\Files\FileFormat;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Prunable;
use Illuminate\Support\Facades\Storage;
use Logion\Intake\TableKind;

/** A file handed in: previewed, then stored as a whole or not at all, and undone as a whole. */
final class Import extends Model
{
    use BelongsToUser;
    use Prunable;

    /** Where the files are kept. */
    public const DISK = 'imports';

    /** Previews nobody came back to are forgotten after so many days. */
    private const KEPT_DAYS = 30;

    protected $guarded = [];

    protected $table = 'imports';

    protected $casts = ['format' => FileFormat::class, 'mapping' => 'array', 'preview' => 'array', 'stored_at' => 'datetime'];

    /** @return Builder<self> previews nobody has come back to */
    public function prunable(): Builder
    {
        return self::query()->where('state', 'previewed')->where('updated_at', '<', now()->subDays(self::KEPT_DAYS));
    }

    /** Whether what it holds is somebody's own, not data for all. */
    public function isPersonal(): bool
    {
        return TableKind::tryFrom((string) ($this->mapping['kind'] ?? ''))?->isPersonal() ?? false;
    }

    /** Whether what it brought is, or was, in the data of all. */
    public function isShared(): bool
    {
        return in_array($this->state, ['stored', 'undone'], true) && ! $this->isPersonal();
    }

    /**
     * Those a user sees: their own, and what was stored for all.
     *
     * @param  Builder<self>  $query
     */
    public function scopeSeenBy(Builder $query, User $user): void
    {
        $personal = array_column(array_filter(TableKind::cases(), static fn (TableKind $kind): bool => $kind->isPersonal()), 'value');
        $query->where(
            static fn (Builder $either) => $either
                ->where('user_id', $user->id)
                ->orWhere(static fn (Builder $all) => $all->whereIn('state', ['stored', 'undone'])->whereNotIn('mapping->kind', $personal)),
        );
    }

    /** The file goes with what was known of it. */
    public function forget(): void
    {
        $this->pruning();
        $this->delete();
    }

    protected function pruning(): void
    {
        Storage::disk(self::DISK)->delete(basename($this->path));
    }
}
