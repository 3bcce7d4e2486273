<?php

declare(strict_types=1);

namespace App\Storage\Identity;

use App\Models\Security;
use Illuminate\Support\Collection;
use Logion\Figure\Words;

/** The indices by their tickers. */
final class Indices
{
    /** The security an index is kept as; null if there is no such index. One merged into another is found by its own ticker too. */
    public function find(string $ticker): ?int
    {
        $id = $this->all()->search($ticker, true);

        return $id === false
            ? $this->securities()->first(static fn (Security $index): bool => $index->listings->contains('ticker', $ticker))?->id
            : $id;
    }

    /** The security of an index that has a name. */
    public function called(string $name): ?int
    {
        return $this->securities()->first(static fn (Security $index): bool => strcasecmp((string) $index->name, trim($name)) === 0)?->id;
    }

    /** @return Collection<int, string> ticker by security */
    public function all(): Collection
    {
        return $this->securities()->map(static fn (Security $index): string => $index->listings[0]->ticker);
    }

    /** @return array<string, string> name by ticker */
    public function names(): array
    {
        return $this->securities()->mapWithKeys(static fn (Security $index): array => [$index->listings[0]->ticker => $index->name])->all();
    }

    /** @return Collection<int, Security> by number */
    private function securities(): Collection
    {
        return Security::query()->where('kind', 'index')->has('listings')->with('listings')->orderBy('id')->get()->keyBy('id');
    }

    public function unknown(string $ticker): string
    {
        return Words::say('there_is_no_index_the_indices', ticker: mb_substr($ticker, 0, 20), indices: $this->all()->implode(', '));
    }
}
