<?php

declare(strict_types=1);

namespace App\Storage;

use App\Models\Blob;
use Illuminate\Support\Facades\DB;
use Simulation\Company\ListedCompany;
use Simulation\Market\Indices;

/**
 * What the simulated exchange keeps from one day to the next: written in the transaction of what it told, so that both are there or
 * neither. Days are stored block by block of companies; they are there when all blocks have come to the day that is reached for.
 */
final class SimulationState
{
    /** Raised when what is kept is no longer understood. */
    public const VERSION = 3;

    /** What is locked by who advances the exchange of this database. */
    public const LOCK = 'advance';

    /**
     * @return array{seed: int, companies: int, day: int, reaches: int|null, version: int}|null null where nothing is simulated; reaches a
     *     later day while days are being stored
     */
    public function read(): ?array
    {
        $row = DB::table('simulations')->first(['seed', 'companies', 'day', 'reaches', 'version']);

        return $row === null
            ? null
            : [
                'seed' => (int) $row->seed,
                'companies' => (int) $row->companies,
                'day' => (int) $row->day,
                'reaches' => $row->reaches === null ? null : (int) $row->reaches,
                'version' => (int) $row->version,
            ];
    }

    public function begin(int $seed, int $companies, int $day, Indices $indices): void
    {
        DB::table('simulations')->insert([
            'id' => 1,
            'seed' => $seed,
            'companies' => $companies,
            'day' => $day,
            'version' => self::VERSION,
            'indices' => Blob::bound(serialize($indices)),
        ]);
    }

    /** From a day on a later one is reached for, unless somebody was quicker. */
    public function reach(int $from, int $to): void
    {
        DB::table('simulations')->where('day', $from)->where('day', '<', $to)->whereNull('reaches')->update(['reaches' => $to]);
    }

    /** All blocks are there; the caller holds the transaction. */
    public function advance(int $day, Indices $indices): void
    {
        DB::table('simulations')->update(['day' => $day, 'reaches' => null, 'indices' => Blob::bound(serialize($indices))]);
        DB::table('simulation_blocks')->whereNotNull('moves')->update(['moves' => null]);
    }

    /** The day that is stored, which nobody else changes until the transaction that was begun ends. */
    public function lockedDay(): int
    {
        return (int) DB::table('simulations')->lockForUpdate()->value('day');
    }

    public function indices(): Indices
    {
        return unserialize($this->bytes(DB::table('simulations')->value('indices')));
    }

    /** @return array<int, int> the day each block has come to by its number, in their order */
    public function blocks(): array
    {
        return DB::table('simulation_blocks')->orderBy('number')->pluck('day', 'number')->map(intval(...))->all();
    }

    /**
     * @return array{list<ListedCompany>, int, array<int, array<int, array{float, float}>>} companies, the day they have come to, and what
     *     their shares made of days that are not closed yet
     */
    public function block(int $number): array
    {
        $row = DB::table('simulation_blocks')->where('number', $number)->first(['companies', 'day', 'moves']);

        return [igbinary_unserialize($this->bytes($row->companies)), (int) $row->day, $this->unpacked($row->moves)];
    }

    /** The day a block has come to, which nobody else changes until the transaction that was begun ends. */
    public function lockedDayOfBlock(int $number): int
    {
        return (int) DB::table('simulation_blocks')->where('number', $number)->lockForUpdate()->value('day');
    }

    /** @return list<array<int, array<int, array{float, float}>>> what the shares of each block made of the days that are being stored */
    public function moves(): array
    {
        return array_map($this->unpacked(...), DB::table('simulation_blocks')->orderBy('number')->pluck('moves')->all());
    }

    /** @param  list<ListedCompany>  $companies  of a block */
    public static function packed(array $companies): string
    {
        return (string) igbinary_serialize($companies);
    }

    /**
     * @param  string  $companies  {@see packed}
     * @param  array<int, array<int, array{float, float}>>  $moves  what is needed of them for indices that are not closed yet
     */
    public function keep(int $number, string $companies, int $day, array $moves = []): void
    {
        DB::table('simulation_blocks')->updateOrInsert(['number' => $number], [
            'companies' => Blob::bound($companies),
            'day' => $day,
            'moves' => $moves === [] ? null : Blob::bound((string) igbinary_serialize($moves)),
        ]);
    }

    /** @return array<int, array<int, array{float, float}>> */
    private function unpacked(mixed $moves): array
    {
        return $moves === null ? [] : igbinary_unserialize($this->bytes($moves));
    }

    private function bytes(mixed $value): string
    {
        return is_resource($value) ? (string) stream_get_contents($value) : (string) $value;
    }
}
