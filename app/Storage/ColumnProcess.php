<?php

declare(strict_types=1);

namespace App\Storage;

use Closure;
use Logion\CrossSection\Column;
use Symfony\Component\Process\PhpExecutableFinder;
use Symfony\Component\Process\Process;

/** A process of its own that computes the columns of a share of the companies: `logion:compute-columns`. */
final class ColumnProcess
{
    private const LOOK_EVERY_MICROSECONDS = 20_000;

    private int $done = 0;

    /** @param  string  $file  holds what is asked, then the columns: what PHP itself may print is no part of them */
    private function __construct(private readonly Process $process, private readonly string $file)
    {
    }

    /**
     * @param  list<int>  $ids
     * @param  list<string>  $formulas
     */
    public static function start(array $ids, int $asOf, array $formulas): self
    {
        $file = (string) tempnam(storage_path('framework/cache'), 'columns-');
        $asked = ['asked_by' => getmypid(), 'ids' => $ids, 'as_of' => $asOf, 'formulas' => $formulas];
        file_put_contents($file, json_encode($asked, JSON_THROW_ON_ERROR));
        $process = new Process(
            [(new PhpExecutableFinder())->find(false) ?: 'php', base_path('artisan'), 'logion:compute-columns', $file],
            timeout: null,
        );
        $process->start();

        return new self($process, $file);
    }

    /** Companies done so far; the process prints a line for each batch. */
    public function done(): int
    {
        preg_match_all('/^\d+$/m', $this->process->getIncrementalOutput(), $lines);

        return $this->done = max([$this->done, ...array_map(intval(...), $lines[0])]);
    }

    /**
     * Waits for the columns.
     *
     * @param  Closure(): void  $meanwhile  called again and again
     * @return list<Column>
     *
     * @throws \RuntimeException if the process failed
     */
    public function columns(Closure $meanwhile): array
    {
        while ($this->process->isRunning()) {
            $meanwhile();
            usleep(self::LOOK_EVERY_MICROSECONDS);
        }
        $meanwhile();
        if (! $this->process->isSuccessful()) {
            throw new \RuntimeException(
                'A process that computes columns ended early: '.trim($this->process->getErrorOutput().$this->process->getOutput()),
            );
        }

        return array_map(
            static fn (array $column): Column => new Column($column[0], $column[1]),
            unserialize((string) file_get_contents($this->file), ['allowed_classes' => false]),
        );
    }

    public function end(): void
    {
        $this->process->stop(0);
        @unlink($this->file);
    }
}
