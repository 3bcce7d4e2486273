<?php

declare(strict_types=1);

/*
 * The two functions of PHP 8.5 that Laravel uses on older versions, for registries that do not hold
 * symfony/polyfill-php85. See README.md in this folder.
 */

if (! function_exists('array_first')) {
    /** @param array<array-key, mixed> $array */
    function array_first(array $array): mixed
    {
        return $array === [] ? null : $array[array_key_first($array)];
    }
}

if (! function_exists('array_last')) {
    /** @param array<array-key, mixed> $array */
    function array_last(array $array): mixed
    {
        return $array === [] ? null : $array[array_key_last($array)];
    }
}
