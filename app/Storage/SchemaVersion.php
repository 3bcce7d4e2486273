<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Database\Migrations\Migrator;

/** How far the schema of a database has come, beside what this version of the program knows. */
final readonly class SchemaVersion
{
    public function __construct(private Migrator $migrator)
    {
    }

    /** @return list<string> migrations the database lacks */
    public function pending(): array
    {
        return array_values(array_diff($this->known(), $this->ran()));
    }

    /** @return list<string> migrations of a later version of the program */
    public function unknown(): array
    {
        return array_values(array_diff($this->ran(), $this->known()));
    }

    public function latest(): ?string
    {
        $ran = $this->ran();

        return $ran === [] ? null : max($ran);
    }

    /** @return list<string> */
    private function known(): array
    {
        return array_keys($this->migrator->getMigrationFiles([database_path('migrations')]));
    }

    /** @return list<string> */
    private function ran(): array
    {
        return $this->migrator->repositoryExists() ? $this->migrator->getRepository()->getRan() : [];
    }
}
