<?php

declare(strict_types=1);

namespace Logion\Portfolio;

/**
 * What a portfolio depends on: weights by sector, country and currency, its largest positions, and how concentrated it is (the index of
 * A. O. Hirschman, 1945, and O. C. Herfindahl, 1950). Rows of a name are one position.
 */
final readonly class Exposure
{
    public const CASH = 'cash';

    public const UNCLASSIFIED = 'unclassified';

    private const LARGEST = 5;

    /**
     * @param  array<array-key, ?float>  $sectors
     * @param  array<array-key, ?float>  $countries
     * @param  array<array-key, ?float>  $currencies  cash of a currency with it
     * @param  list<array{name: string, weight: ?float}>  $largest
     * @param  float|null  $effective  as many positions of one size are as concentrated
     */
    private function __construct(
        public ?float $total,
        public array $sectors,
        public array $countries,
        public array $currencies,
        public array $largest,
        public ?float $largestShare,
        public ?float $concentration,
        public ?float $effective,
    ) {
    }

    /**
     * @param  list<array{name: string, value: ?float, sector: ?string, country: ?string, currency: ?string}>  $positions  in base
     *     currency
     * @param  list<array{currency: ?string, amount: ?float}>  $cash  likewise; may be negative
     */
    public static function of(array $positions, array $cash): self
    {
        $held = [];
        $isKnown = ! in_array(null, [...array_column($positions, 'value'), ...array_column($cash, 'amount')], true);
        foreach ($positions as $of) {
            $held[$of['name']] ??= [...$of, 'value' => 0.0];
            $held[$of['name']]['value'] += $of['value'] ?? 0.0;
        }
        $values = array_column($held, 'value');
        $invested = (float) array_sum($values);
        $total = $isKnown ? $invested + (float) array_sum(array_column($cash, 'amount')) : null;
        $weight = static fn (float $of): ?float => $total === null || $total <= 0 ? null : $of / $total;
        /** @param  'sector'|'country'|'currency'  $what */
        $by = static function (string $what, bool $withCash) use ($held, $cash, $weight): array {
            $sums = [];
            foreach ($held as $of) {
                $key = (string) ($of[$what] ?? self::UNCLASSIFIED);
                $sums[$key] = ($sums[$key] ?? 0.0) + $of['value'];
            }
            foreach ($cash as $of) {
                $key = $withCash ? $of['currency'] ?? self::UNCLASSIFIED : self::CASH;
                $sums[$key] = ($sums[$key] ?? 0.0) + ($of['amount'] ?? 0.0);
            }

            return array_map($weight, $sums);
        };
        usort($held, static fn (array $a, array $b): int => [$b['value'], $a['name']] <=> [$a['value'], $b['name']]);
        $largest = array_slice($held, 0, self::LARGEST);
        $concentration =
            ! $isKnown || $invested <= 0 ? null : array_sum(array_map(static fn (float $of): float => ($of / $invested) ** 2, $values));

        return new self(
            $total,
            $by('sector', false),
            $by('country', false),
            $by('currency', true),
            array_map(static fn (array $of): array => ['name' => $of['name'], 'weight' => $weight($of['value'])], $largest),
            $weight((float) array_sum(array_column($largest, 'value'))),
            $concentration,
            $concentration === null ? null : 1 / $concentration,
        );
    }
}
