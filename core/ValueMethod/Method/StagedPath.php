<?php

declare(strict_types=1);

namespace Logion\ValueMethod\Method;

/** A figure that holds for some years and then goes on a straight line to another. */
final class StagedPath
{
    /** @return \Closure(int): string of each year, from one, between two inputs */
    public static function formula(string $from, string $to, int $held, int $fading): \Closure
    {
        return static fn (int $t): string => $t <= $held ? "{{$from}}" : "{{$from}}+({{$to}}-{{$from}})*".($t - $held)."/{$fading}";
    }
}
