<?php

declare(strict_types=1);

namespace App\Task;

use App\Models\User;

/** Names of the lanes in which work waits. */
final class Lane
{
    private const PARTS = ':parts';

    /** Of somebody, or, without anybody, of what is done for all. */
    public static function of(?User $user): string
    {
        return $user === null ? 'default' : "user-{$user->id}";
    }

    /** Of the parts of work in a lane, of which any number are at work at a time. */
    public static function ofParts(string $lane): string
    {
        return $lane.self::PARTS;
    }

    public static function isOfParts(string $lane): bool
    {
        return str_ends_with($lane, self::PARTS);
    }

    /** The lane whose turn it is. */
    public static function owner(string $lane): string
    {
        return self::isOfParts($lane) ? substr($lane, 0, -strlen(self::PARTS)) : $lane;
    }
}
