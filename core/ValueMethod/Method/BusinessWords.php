<?php

declare(strict_types=1);

namespace Logion\ValueMethod\Method;

/** Businesses by their names, so that a version does not take one for another when a third is told between them. */
final class BusinessWords
{
    private const LONGEST = 40;

    /**
     * @param  list<array-key>  $names
     * @return array<string, string> a word for the names of inputs by business, no two alike
     */
    public static function of(array $names): array
    {
        $words = [];
        foreach (array_map(strval(...), $names) as $place => $name) {
            $word = mb_substr(trim((string) preg_replace('/[^a-z0-9]+/', '_', mb_strtolower($name)), '_'), 0, self::LONGEST);
            $words[$name] = $word === '' || in_array($word, $words, true) ? trim("{$word}_{$place}", '_') : $word;
        }

        return $words;
    }
}
