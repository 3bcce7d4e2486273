<?php

declare(strict_types=1);

namespace App\Feed;

use App\Feature\Intake\Imports;
use App\Models\Import;
use App\Models\User;
use App\Storage\StorageTrouble;
use Illuminate\Support\Carbon;
use Logion\Figure\Words;
use Throwable;

/**
 * A file in the watched folder. One that is understood without a question and contradicts nothing is stored; one that needs a person
 * waits as a preview; one that cannot be read is put aside with the reason beside it.
 */
final readonly class DroppedFile implements Arrival
{
    public function __construct(private string $path, private int $dropped, private Imports $imports)
    {
    }

    public function name(): string
    {
        return basename($this->path);
    }

    public function day(): int
    {
        return (int) date('Ymd', $this->dropped);
    }

    public function minute(): int
    {
        return 60 * (int) date('G', $this->dropped) + (int) date('i', $this->dropped);
    }

    public function store(): string
    {
        $name = $this->name();
        try {
            $before = $this->storedSince();
            if ($before !== null) {
                return $this->move('stored', Words::say('stored_as_import', id: $before->id));
            }
            $import = $this->imports->preview($this->imports->take($this->path, $name, User::query()->orderBy('id')->first()));
            $preview = $import->preview ?? [];
            if (
                [...(array) $preview['questions'], ...(array) $preview['doubts']] === [] &&
                $preview['counts']['conflict'] === 0 &&
                $preview['counts']['refused'] === 0 &&
                $preview['unmapped'] === []
            ) {
                $this->imports->store($import);

                return $this->move('stored', Words::say('stored_as_import', id: $import->id));
            }

            return $this->move('waiting', Words::say('waits_for_a_decision_under_data'));
        } catch (Throwable $error) {
            $trouble = StorageTrouble::of($error);
            if ($trouble !== null) {
                // No fault of the file: it stays, and is looked at again.
                return $trouble;
            }
            $reason = StorageTrouble::explain($error);
            $what = $this->move('refused', "refused: {$reason}");
            @file_put_contents(dirname($this->path)."/refused/{$name}.txt", $reason."\n");

            return $what;
        }
    }

    /** Whoever stored it was killed before it left the folder. */
    private function storedSince(): ?Import
    {
        return Import::query()
            ->where('digest', hash_file('sha256', $this->path))
            ->where('name', $this->name())
            ->where('state', 'stored')
            ->where('stored_at', '>=', Carbon::createFromTimestamp($this->dropped))
            ->latest('id')
            ->first();
    }

    private function move(string $to, string $what): string
    {
        $folder = dirname($this->path)."/{$to}";
        $target = "{$folder}/{$this->name()}";
        for ($i = 2; file_exists($target); $i++) {
            $target = "{$folder}/{$i} {$this->name()}";
        }
        rename($this->path, $target);

        return $what;
    }
}
