<?php

declare(strict_types=1);

namespace App\Upkeep;

use Illuminate\Support\Facades\Cache;

/**
 * Which workers are there: each tells it under a name of its own, before and after every job, so that it waits for no other; and now and
 * then in the list of names.
 */
final class WorkersSeen
{
    /** A worker that says nothing for so long has stopped, unless it is at a long job, which it said. */
    private const SILENT_SECONDS = 60;

    private const LISTED_EVERY_SECONDS = 10;

    private const NAMES = 'workers-seen';

    /** When this process told last, until when it may be silent, and when it was put into the list. */
    private int $told = 0;

    private int $until = 0;

    private int $listed = 0;

    /** This process is a worker and is there. */
    public function tell(int $silentFor = 0): void
    {
        $now = (int) now()->timestamp;
        $until = $now + self::SILENT_SECONDS + $silentFor;
        // Dozens of short jobs a second say it once.
        if ($now === $this->told && $until <= $this->until) {
            return;
        }
        $name = gethostname().':'.getmypid();
        Cache::put(self::key($name), $until, $until - $now);
        [$this->told, $this->until] = [$now, $until];
        $now - $this->listed < self::LISTED_EVERY_SECONDS || $this->list($name, $now);
    }

    public function count(): int
    {
        return count($this->alive(Cache::get(self::NAMES, [])));
    }

    private function list(string $name, int $now): void
    {
        // Who finds another at it comes again after its next job.
        Cache::lock(self::NAMES.'-lock', 5)->get(function () use ($name, $now): void {
            Cache::forever(self::NAMES, array_values(array_unique([...$this->alive(Cache::get(self::NAMES, [])), $name])));
            $this->listed = $now;
        });
    }

    /**
     * @param  array<int|string, mixed>  $names
     * @return list<string>
     */
    private function alive(array $names): array
    {
        $names = array_values(array_filter($names, is_string(...)));
        $now = now()->timestamp;
        $until = $names === [] ? [] : Cache::many(array_map(self::key(...), $names));

        return array_values(array_filter($names, static fn (string $name): bool => (int) ($until[self::key($name)] ?? 0) > $now));
    }

    private static function key(string $name): string
    {
        return self::NAMES.":{$name}";
    }
}
