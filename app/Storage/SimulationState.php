<?php

declare(strict_types=1);

namespace App\Storage;

use App\Models\Blob;
use Illuminate\Support\Facades\DB;
use Simulation\Company\ListedCompany;
use Simulation\Market\Indices;

/**
 * What the simulated exchange keeps from one day to the next: written in the transaction of the day, so that both are there or neither.
 * Companies may be kept as of an earlier day: the days since follow from it.
 */
final class SimulationState
{
    /** Raised when what is kept is no longer understood. */
    public const VERSION = 3;

    /** What is locked by who advances the exchange of this database. */
    public const LOCK = 'advance';

    /** @return array{seed: int, companies: int, day: int, version: int}|null null where nothing is simulated */
    public function read(): ?array
    {
        $row = DB::table('simulations')->first(['seed', 'companies', 'day', 'version']);

        return $row === null
            ? null
            : [
                'seed' => (int) $row->seed,
                'companies' => (int) $row->companies,
                'day' => (int) $row->day,
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

    public function advance(int $day, Indices $indices): void
    {
        DB::table('simulations')->update(['day' => $day, 'indices' => Blob::bound(serialize($indices))]);
    }

    public function indices(): Indices
    {
        return unserialize($this->bytes(DB::table('simulations')->value('indices')));
    }

    /** @return list<int> */
    public function blocks(): array
    {
        return DB::table('simulation_blocks')->orderBy('number')->pluck('number')->map(intval(...))->all();
    }

    /** @return array{list<ListedCompany>, int} companies, and the day they have come to */
    public function block(int $number): array
    {
        $row = DB::table('simulation_blocks')->where('number', $number)->first(['companies', 'day']);

        return [igbinary_unserialize($this->bytes($row->companies)), (int) $row->day];
    }

    /** @param  list<ListedCompany>  $companies */
    public static function packed(array $companies): string
    {
        return (string) igbinary_serialize($companies);
    }

    public function keep(int $number, string $packed, int $day): void
    {
        $bytes = Blob::bound($packed);
        DB::table('simulation_blocks')->updateOrInsert(['number' => $number], ['companies' => $bytes, 'day' => $day]);
    }

    private function bytes(mixed $value): string
    {
        return is_resource($value) ? (string) stream_get_contents($value) : (string) $value;
    }
}
