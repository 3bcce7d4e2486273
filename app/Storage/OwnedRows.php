<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Support\Facades\DB;

/** Rows of one of the tables that imports write, by the company or security they belong to. */
final readonly class OwnedRows
{
    /**
     * @param  'company_id'|'security_id'  $owner  column that names the company or security
     * @param  array<string, mixed>  $fixed  values all rows share
     */
    public function __construct(private string $table, private string $owner, private array $fixed = [])
    {
    }

    /** @return list<array<string, mixed>> */
    public function of(int $owner): array
    {
        return DB::table($this->table)
            ->where($this->owner, $owner)
            ->where($this->fixed)
            ->get()
            ->map(static fn (object $row): array => (array) $row)
            ->all();
    }

    /** @param  array<string, mixed>  $row */
    public function insert(array $row): int
    {
        return DB::table($this->table)->insertGetId($row);
    }

    /** @param  array<string, mixed>  $row */
    public function update(int $id, array $row): void
    {
        DB::table($this->table)->where('id', $id)->update($row);
    }
}
