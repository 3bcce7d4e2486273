<?php

declare(strict_types=1);

namespace Tests\Core\CrossSection;

use Logion\CrossSection\Column;
use Logion\CrossSection\Universe;
use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Formula\Node;
use Logion\Metric\Catalogue;

/** Universes of invented figures, indexed as stored ones are. */
trait MakesUniverses
{
    /**
     * @param  array<string, list<float|Absence>>  $figures  by metric
     * @param  array<string, list<string>>  $attributes
     */
    private static function of(array $figures, array $attributes = [], ?Catalogue $catalogue = null, ?\Closure $members = null): Universe
    {
        $size = count($figures[array_key_first($figures) ?? ''] ?? []);
        $all = static fn (string $value): array => array_fill(0, $size, $value);
        $attributes += [
            'ticker' => array_map(static fn (int $i): string => sprintf('T%03d', $i), $size === 0 ? [] : range(0, $size - 1)),
            'name' => $all('N'),
            'sector' => $all('10'),
            'template' => $all('industrial'),
            'country' => $all('XA'),
            'exchange' => $all('XQTH'),
            'kind' => $all('share'),
            'currency' => $all('XCR'),
            'year_end' => $all('12'),
            'reported' => $all('20260331'),
        ];
        $columns = array_map(static fn (array $values): Column => Column::of($values)->indexed(), $figures);

        return new Universe(
            20260630,
            $size === 0 ? [] : range(1, $size),
            static fn (string $name): array => $attributes[$name],
            $catalogue ?? Catalogue::builtIn(),
            static fn (string $name): ?Column => $columns[$name] ?? null,
            static fn (Node $node) => throw new \LogicException("{$node} is not to be derived here."),
            $members,
        );
    }

    /** Two hundred companies in three sectors with three figures, a tenth of them missing. */
    private static function drawn(int $seed, int $size = 200): Universe
    {
        mt_srand($seed);
        $figures = [];
        $ranges = ['price_to_earnings' => [4, 40], 'return_on_equity' => [-0.1, 0.4], 'price_to_book' => [0.3, 6]];
        foreach ([...$ranges, 'market_cap' => [1e6, 1e10]] as $name => [$low, $high]) {
            for ($i = 0; $i < $size; $i++) {
                // Some values are alike, as ratios of whole numbers are.
                $figures[$name][] =
                    mt_rand(0, 9) === 0
                        ? Absence::of(Reason::Missing)
                        : round($low + (($high - $low) * mt_rand()) / mt_getrandmax(), mt_rand(0, 3) === 0 ? 1 : 6);
            }
        }

        return self::of($figures, ['sector' => array_map(static fn (int $i): string => ['10', '20', '26'][$i % 3], range(0, $size - 1))]);
    }
}
