<?php

declare(strict_types=1);

namespace Logion\CrossSection;

use Closure;
use Logion\Figure\Words;

/**
 * Lists of companies and what is made of them: {either: […]}, {both: […]}, {without: [a, b, …]} over named lists, each a
 * pair of kind and key such as {list: 12}, {index: "ALLSH"} or {screen: 3}.
 */
final class CompanySet
{
    public const KINDS = ['list', 'watchlist', 'portfolio', 'index', 'screen', 'tickers'];

    private const OPERATIONS = ['either', 'both', 'without'];

    /**
     * @param  Closure(string, mixed): list<int>  $members  companies of a named list
     * @return array<int, true> by company
     *
     * @throws InvalidSelection if the tree is malformed
     */
    public static function members(mixed $tree, Closure $members, int $depth = 1): array
    {
        if (! is_array($tree) || count($tree) !== 1 || $depth > 6) {
            throw InvalidSelection::because(
                Words::say('a_set_of_companies_is_an', keys: implode(', ', [...self::OPERATIONS, ...self::KINDS])),
            );
        }
        $key = array_key_first($tree);
        if (in_array($key, self::KINDS, true)) {
            return array_fill_keys($members((string) $key, $tree[$key]), true);
        }
        $parts = $tree[$key];
        if (! in_array($key, self::OPERATIONS, true) || ! is_array($parts) || ! array_is_list($parts) || $parts === []) {
            throw InvalidSelection::because(
                Words::say('a_set_of_companies_knows_no', key: $key, keys: implode(', ', [...self::OPERATIONS, ...self::KINDS])),
            );
        }
        $result = self::members($parts[0], $members, $depth + 1);
        foreach (array_slice($parts, 1) as $part) {
            $next = self::members($part, $members, $depth + 1);
            $result = match ($key) {
                'either' => $result + $next,
                'both' => array_intersect_key($result, $next),
                'without' => array_diff_key($result, $next),
            };
        }

        return $result;
    }
}
