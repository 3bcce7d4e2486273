<?php

declare(strict_types=1);

namespace App\Feature\Cases;

use App\Models\PriceOfInterest;
use App\Models\User;
use App\Storage\LatestPrices;
use Logion\Time\Day;

/** Prices of interest beside those of a day; shares split since count anew. */
final readonly class PricesOfInterest
{
    public function __construct(private LatestPrices $prices)
    {
    }

    /** @return list<array<string, mixed>> those kept by a day, the nearest to their price first */
    public function of(User $user, int $day): array
    {
        $told = [];
        foreach (PriceOfInterest::query()->of($user)->where('kept_on', '<=', $day)->get() as $row) {
            $told[] = $this->told($row, $day);
        }
        usort(
            $told,
            static fn (array $a, array $b): int => ($a['distance'] ?? INF) <=> ($b['distance'] ?? INF) ?: $a['ticker'] <=> $b['ticker'],
        );

        return $told;
    }

    /** @return array<string, mixed>|null null where none was kept by the day */
    public function ofCompany(User $user, int $company, int $day): ?array
    {
        $row = PriceOfInterest::query()->of($user)->where('company_id', $company)->where('kept_on', '<=', $day)->first();

        return $row === null ? null : $this->told($row, $day);
    }

    /** @return array<string, mixed> */
    private function told(PriceOfInterest $row, int $day): array
    {
        $identity = $this->prices->identity((int) $row->company_id, $day);
        $price = $row->price / $this->prices->splitRatio($identity, (int) $row->kept_on, $day);
        $now = $this->prices->close($identity, (string) $row->currency, $day);

        return [
            'ticker' => $identity->reference,
            'name' => $identity->name,
            'price' => round($price, 4),
            'currency' => (string) $row->currency,
            'kept_on' => Day::iso((int) $row->kept_on),
            'note' => (string) $row->note,
            'cases' => (object) $row->cases,
            'now' => $now,
            'distance' => $now === null || $price <= 0 ? null : $now / $price - 1,
        ];
    }
}
