<?php

declare(strict_types=1);

namespace Logion\Reporting;

use Logion\Reference\Wording;

/** What reports say of each class of a company's shares. */
final class ShareClasses
{
    /** Words that tell no class from another. */
    private const COMMON = ['class', 'common', 'member', 'ordinary', 'share', 'shares', 'stock', 'of', 'series', 'capital'];

    /** Whether a report's name of a class means the one kept under another name: "CommonClassBMember" is "Class B". */
    public static function isNamed(string $one, string $other): bool
    {
        return self::words($one) === self::words($other);
    }

    /** @return list<string> */
    private static function words(string $name): array
    {
        // "ClassB" has no boundary that folding sees.
        $words = array_values(
            array_diff(
                explode(' ', Wording::fold((string) preg_replace('/(?<=[a-z])(?=[A-Z])|(?<=[A-Z])(?=[A-Z][a-z])/', ' ', $name))),
                self::COMMON,
            ),
        );
        sort($words);

        return $words;
    }

    /**
     * The count of all shares, in shares of the main class, for reports that give it class by class alone.
     *
     * @param  iterable<FiledFact>  $facts  of the company as a whole
     * @param  list<array{entitlement: float, counts: list<FiledFact>}>  $classes  every class, the main one too
     * @return list<FiledFact> counts that the facts lack
     */
    public static function totals(iterable $facts, array $classes): array
    {
        $known = $sums = $parts = [];
        foreach ($classes === [] ? [] : $facts as $fact) {
            if ($fact->line === ShareClass::COUNT) {
                $known["{$fact->filing} {$fact->period}"] = true;
            }
        }
        foreach ($classes as ['entitlement' => $entitlement, 'counts' => $counts]) {
            foreach ($counts as $fact) {
                $key = "{$fact->filing} {$fact->period}";
                $sums[$key] = new FiledFact(
                    ShareClass::COUNT,
                    $fact->period,
                    ($sums[$key]->value ?? 0.0) + $entitlement * $fact->value,
                    $fact->filedOn,
                    $fact->filing,
                );
                $parts[$key] = ($parts[$key] ?? 0) + 1;
            }
        }

        return array_values(
            array_filter(
                $sums,
                static fn (FiledFact $sum, string $key): bool => ! isset($known[$key]) && $parts[$key] === count($classes),
                ARRAY_FILTER_USE_BOTH,
            ),
        );
    }
}
