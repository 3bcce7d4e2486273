<?php

declare(strict_types=1);

namespace App\Upkeep;

use App\Models\Paper;
use App\Storage\DatabaseFile;
use App\Storage\SchemaVersion;
use Illuminate\Support\Facades\Storage;
use Logion\Figure\Words;
use RuntimeException;
use Symfony\Component\Process\Process;

/**
 * Everything an installation keeps (its database and the files people handed in) as one compressed archive, with a list of what must be
 * in it. It is made while others work, counts only once it was read back and found whole, and takes its name at once.
 */
final readonly class Backup
{
    private const MANIFEST = 'manifest.json';

    private const DATABASE = 'database.sqlite';

    private const PAPERS = 'papers';

    /** How many are kept of the latest days, weeks and months. */
    private const KEPT = ['Y-m-d' => 7, 'o-W' => 4, 'Y-m' => 12];

    public function __construct(private SchemaVersion $schema)
    {
    }

    /** @return string its path */
    public function make(string $folder): string
    {
        $file = DatabaseFile::ofApplication() ?? throw new RuntimeException(Words::say('server_is_backed_up_by_its_tools'));
        is_dir($folder) || mkdir($folder, 0700, true);
        $name = 'logion-'.now()->format('Ymd-His');
        $work = "{$folder}/.{$name}";
        self::remove($work);
        mkdir("{$work}/content", 0700, true);
        try {
            $copy = $file->copyTo("{$work}/content/".self::DATABASE);
            $manifest = [
                'made_at' => now()->toIso8601String(),
                'schema' => $this->schema->latest(),
                'rows' => $copy->rows(),
                'files' => [self::DATABASE => hash_file('sha256', $copy->path), ...self::papers("{$work}/content")],
            ];
            file_put_contents("{$work}/content/".self::MANIFEST, (string) json_encode($manifest, JSON_PRETTY_PRINT | JSON_THROW_ON_ERROR));
            self::run(['tar', '--use-compress-program=gzip -3', '-cf', "{$work}/archive.tar.gz", '-C', "{$work}/content", '.']);
            chmod("{$work}/archive.tar.gz", 0600);
            $this->check("{$work}/archive.tar.gz");
            rename("{$work}/archive.tar.gz", "{$folder}/{$name}.tar.gz");
        } finally {
            self::remove($work);
        }

        return "{$folder}/{$name}.tar.gz";
    }

    /**
     * Reads an archive back as a restore would, and compares it with its list.
     *
     * @throws RuntimeException if it is not whole
     */
    public function check(string $archive): void
    {
        $folder = $this->unpack($archive, dirname($archive));
        self::remove($folder);
    }

    /**
     * Puts an archive in the place of what is there. What was there stays beside it.
     *
     * @return string where the database that was replaced is kept
     */
    public function restore(string $archive): string
    {
        $file = DatabaseFile::ofApplication() ?? throw new RuntimeException(Words::say('server_is_backed_up_by_its_tools'));
        $folder = $this->unpack($archive, dirname($file->path));
        $kept = $file->path.'.before-restore';
        try {
            self::bringBack("{$folder}/".self::PAPERS);
            if (is_file($file->path)) {
                $file->keepAs($kept);
            }
            (new DatabaseFile("{$folder}/".self::DATABASE))->replace($file);
        } finally {
            self::remove($folder);
        }

        return $kept;
    }

    /** Files are told apart by names that are never given twice: those that are there stay. */
    private static function bringBack(string $papers): void
    {
        $disk = Storage::disk(Paper::DISK);
        foreach (is_dir($papers) ? app('files')->allFiles($papers) : [] as $paper) {
            $name = $paper->getRelativePathname();
            $disk->exists($name) || $disk->put($name, $paper->getContents());
        }
    }

    /** Keeps the latest of each of the last days, weeks and months. @return list<string> what went */
    public function rotate(string $folder): array
    {
        $kept = [];
        $archives = array_reverse(glob("{$folder}/logion-*.tar.gz") ?: []);
        foreach (self::KEPT as $period => $count) {
            $latest = [];
            foreach ($archives as $archive) {
                $at = \DateTimeImmutable::createFromFormat('!Ymd-His', substr(basename($archive, '.tar.gz'), strlen('logion-')));
                $at === false || ($latest[$at->format($period)] ??= $archive);
            }
            $kept += array_flip(array_slice(array_values($latest), 0, $count));
        }
        $gone = array_values(array_filter($archives, static fn (string $of): bool => ! isset($kept[$of])));
        array_map('unlink', $gone);

        return $gone;
    }

    /** @return string a folder with what was in it, found whole */
    private function unpack(string $archive, string $beside): string
    {
        if (! is_file($archive)) {
            throw new RuntimeException(Words::say('backup_is_missing', path: $archive));
        }
        $folder = "{$beside}/.unpacked-".bin2hex(random_bytes(6));
        mkdir($folder, 0700, true);
        try {
            self::run(['tar', '-xzf', $archive, '-C', $folder, '--no-same-owner']);
            $manifest = json_decode((string) @file_get_contents("{$folder}/".self::MANIFEST), true);
            if (! is_array($manifest)) {
                throw new RuntimeException(Words::say('backup_is_not_whole', path: $archive, what: self::MANIFEST));
            }
            foreach ($manifest['files'] as $name => $digest) {
                if (@hash_file('sha256', "{$folder}/{$name}") !== $digest) {
                    throw new RuntimeException(Words::say('backup_is_not_whole', path: $archive, what: (string) $name));
                }
            }
            $database = new DatabaseFile("{$folder}/".self::DATABASE);
            if ($database->trouble() !== null || $database->rows() !== $manifest['rows']) {
                throw new RuntimeException(Words::say('backup_is_not_whole', path: $archive, what: self::DATABASE));
            }
        } catch (RuntimeException $error) {
            self::remove($folder);
            throw $error;
        }

        return $folder;
    }

    /** @return array<string, string> digests of the files people handed in, by their place in the archive */
    private static function papers(string $folder): array
    {
        $digests = [];
        $disk = Storage::disk(Paper::DISK);
        foreach ($disk->allFiles() as $name) {
            $to = "{$folder}/".self::PAPERS."/{$name}";
            is_dir(dirname($to)) || mkdir(dirname($to), 0700, true);
            // One that was thrown away meanwhile is not missed.
            if (@copy($disk->path($name), $to)) {
                $digests[self::PAPERS."/{$name}"] = (string) hash_file('sha256', $to);
            }
        }

        return $digests;
    }

    /** @param  list<string>  $command */
    private static function run(array $command): void
    {
        $process = new Process($command, timeout: null);
        if ($process->run() !== 0) {
            throw new RuntimeException(trim($process->getErrorOutput()));
        }
    }

    private static function remove(string $folder): void
    {
        app('files')->deleteDirectory($folder);
    }
}
