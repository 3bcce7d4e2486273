<?php

declare(strict_types=1);

namespace App\Feed;

use App\Feature\Intake\Imports;
use App\Models\User;
use App\Storage\StorageTrouble;
use Logion\Figure\Words;
use Throwable;

/**
 * A folder into which other programs drop files. A file that is understood without a question and contradicts nothing is
 * stored; one that needs a person waits as a preview; one that cannot be read is put aside with the reason beside it.
 */
final class FileDrop
{
    /** A file that was changed within so many seconds is still being written. */
    private const QUIET_SECONDS = 1;

    private readonly string $folder;

    public function __construct(private readonly Imports $imports, ?string $folder = null)
    {
        $this->folder = $folder ?? storage_path('app/drop');
    }

    /** @return list<array{string, string}> file and what became of it */
    public function look(): array
    {
        foreach (['', '/stored', '/waiting', '/refused'] as $part) {
            if (! is_dir($this->folder.$part)) {
                mkdir($this->folder.$part, 0700, true);
            }
        }
        $done = [];
        clearstatcache();
        foreach (glob($this->folder.'/*') ?: [] as $path) {
            $name = basename($path);
            if (! is_file($path) || str_ends_with($name, '.part') || time() - (int) filemtime($path) < self::QUIET_SECONDS) {
                continue;
            }
            try {
                $import = $this->imports->preview($this->imports->take($path, $name, User::query()->orderBy('id')->first()));
                $preview = $import->preview ?? [];
                if (
                    [...(array) $preview['questions'], ...(array) $preview['doubts']] === [] &&
                    $preview['counts']['conflict'] === 0 &&
                    $preview['counts']['refused'] === 0 &&
                    $preview['unmapped'] === []
                ) {
                    $this->imports->store($import);
                    $done[] = [$name, $this->move($path, 'stored', Words::say('stored_as_import', id: $import->id))];
                } else {
                    $done[] = [$name, $this->move($path, 'waiting', Words::say('waits_for_a_decision_under_data'))];
                }
            } catch (Throwable $error) {
                $reason = StorageTrouble::explain($error);
                $what = $this->move($path, 'refused', "refused: {$reason}");
                @file_put_contents($this->folder."/refused/{$name}.txt", $reason."\n");
                $done[] = [$name, $what];
            }
        }

        return $done;
    }

    private function move(string $path, string $to, string $what): string
    {
        $name = basename($path);
        $target = "{$this->folder}/{$to}/{$name}";
        for ($i = 2; file_exists($target); $i++) {
            $target = "{$this->folder}/{$to}/{$i} {$name}";
        }
        rename($path, $target);

        return $what;
    }
}
