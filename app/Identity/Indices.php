<?php

declare(strict_types=1);

namespace App\Identity;

use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;

/** The indices by their tickers. */
final class Indices
{
    /** The security an index is kept as; null if there is no such index. */
    public function find(string $ticker): ?int
    {
        $id = $this->all()->search($ticker, true);

        return $id === false ? null : $id;
    }

    /** @return Collection<int, string> ticker by security */
    public function all(): Collection
    {
        return DB::table('securities')
            ->join('listings', 'listings.security_id', '=', 'securities.id')
            ->where('kind', 'index')
            ->orderBy('securities.id')
            ->pluck('ticker', 'securities.id')
            ->map(strval(...));
    }

    public function unknown(string $ticker): string
    {
        return 'There is no index "'.mb_substr($ticker, 0, 20).'". The indices are '.$this->all()->implode(', ').'.';
    }
}
