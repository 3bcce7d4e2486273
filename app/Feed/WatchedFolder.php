<?php

declare(strict_types=1);

namespace App\Feed;

use App\Feature\Intake\Imports;

/** A folder into which other programs drop files. What is in one became public, as far as anybody can tell, when it was dropped. */
final class WatchedFolder implements Feed
{
    /** A file that was changed within so many seconds is still being written. */
    private const QUIET_SECONDS = 1;

    private readonly string $folder;

    public function __construct(private readonly Imports $imports, ?string $folder = null)
    {
        $this->folder = $folder ?? storage_path('app/drop');
    }

    public function days(?int $after): iterable
    {
        $days = array_unique(array_map(static fn (DroppedFile $file): int => $file->day(), $this->files()));

        return array_values(array_filter($days, static fn (int $day): bool => $after === null || $day > $after));
    }

    public function on(int $day): iterable
    {
        return array_values(array_filter($this->files(), static fn (DroppedFile $file): bool => $file->day() === $day));
    }

    /** A file that is stored has left the folder: there is nothing else to keep. */
    public function settle(int $day): void
    {
    }

    /** @return list<DroppedFile> in the order in which they were dropped */
    private function files(): array
    {
        foreach (['', '/stored', '/waiting', '/refused'] as $part) {
            if (! is_dir($this->folder.$part)) {
                mkdir($this->folder.$part, 0700, true);
            }
        }
        clearstatcache();
        $files = [];
        foreach (glob($this->folder.'/*') ?: [] as $path) {
            $quiet = time() - (int) filemtime($path) >= self::QUIET_SECONDS;
            if (is_file($path) && ! str_ends_with($path, '.part') && $quiet) {
                $files[] = new DroppedFile($path, (int) filemtime($path), $this->imports);
            }
        }
        usort(
            $files,
            static fn (DroppedFile $a, DroppedFile $b): int => [$a->day(), $a->minute(), $a->name()] <=> [
                $b->day(),
                $b->minute(),
                $b->name(),
            ],
        );

        return $files;
    }
}
