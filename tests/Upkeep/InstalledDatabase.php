<?php

declare(strict_types=1);

namespace Tests\Upkeep;

use Symfony\Component\Process\Process;

/** An installation's database of its own, worked on by commands as an administrator would. */
final class InstalledDatabase
{
    public readonly string $folder;

    public readonly string $path;

    public function __construct()
    {
        $this->folder = sys_get_temp_dir().'/logion-upkeep-'.getmypid().'-'.bin2hex(random_bytes(4));
        mkdir($this->folder);
        $this->path = "{$this->folder}/logion.sqlite";
        touch($this->path);
        register_shutdown_function(fn () => (new Process(['rm', '-rf', $this->folder]))->run());
    }

    /** @param  array<string, string>  $more  environment */
    public function command(array $arguments, array $more = []): Process
    {
        return new Process(
            [PHP_BINARY, __DIR__.'/../../artisan', ...$arguments],
            env: ['DB_DATABASE' => $this->path, 'APP_ENV' => 'testing', 'LOGION_DEMO' => 'false', 'CACHE_STORE' => 'array', ...$more],
            timeout: 120,
        );
    }

    /** @return list<list<mixed>> */
    public function rows(string $query, ?string $path = null): array
    {
        $database = new \PDO('sqlite:'.($path ?? $this->path));

        return $database->query($query)->fetchAll(\PDO::FETCH_NUM);
    }

    public function write(string $statement): void
    {
        (new \PDO('sqlite:'.$this->path))->exec($statement);
    }

    public function isWhole(): bool
    {
        return $this->rows('pragma quick_check') === [['ok']];
    }
}
