<?php

declare(strict_types=1);

namespace App\Upkeep;

use App\Storage\DatabaseFile;
use App\Storage\SchemaVersion;
use Illuminate\Database\QueryException;
use Logion\Figure\Words;

/** Whether the installation can be started: its database is there, whole and of this version, and the disk has room. */
final readonly class Readiness
{
    /** With less, the next import or back-up may find no room. */
    public const LEAST_DISK_BYTES = 500_000_000;

    public function __construct(private SchemaVersion $schema)
    {
    }

    /** @return list<string> why it cannot be, in sentences */
    public function troubles(?float $free = null): array
    {
        $file = DatabaseFile::ofApplication();
        $trouble = $file?->trouble();
        if ($trouble !== null) {
            return [$trouble];
        }
        $troubles = [];
        try {
            $pending = count($this->schema->pending());
            $unknown = count($this->schema->unknown());
            $pending > 0 && ($troubles[] = Words::say('database_is_old', count: $pending));
            $unknown > 0 && ($troubles[] = Words::say('database_is_newer', count: $unknown));
        } catch (QueryException $error) {
            $troubles[] = Words::say('database_does_not_answer', why: $error->getPrevious()?->getMessage() ?? $error->getMessage());
        }
        $free ??= disk_free_space($file === null ? storage_path() : dirname($file->path));
        if ($free !== false && $free < self::LEAST_DISK_BYTES) {
            $megabytes = static fn (float $bytes): string => (string) round($bytes / 1e6);
            $troubles[] = Words::say('disk_is_nearly_full', free: $megabytes($free), least: $megabytes(self::LEAST_DISK_BYTES));
        }

        return $troubles;
    }
}
