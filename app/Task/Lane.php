<?php

declare(strict_types=1);

namespace App\Task;

use App\Models\User;

/** Names of the lanes in which work waits. */
final class Lane
{
    /** The queue of workers that are never at long work: somebody is there for what takes a moment. */
    public const QUICK = 'quick';

    private const PARTS = ':parts';

    private const LONG = ':long';

    /** Of somebody, or, without anybody, of what is done for all. */
    public static function of(?User $user): string
    {
        return $user === null ? 'default' : "user-{$user->id}";
    }

    /** The same for work that keeps a worker for long, such as a file that is stored. */
    public static function ofLong(?User $user): string
    {
        return self::of($user).self::LONG;
    }

    /** Whether a worker that asks for a queue takes what waits in a lane. */
    public static function isFor(string $lane, ?string $queue): bool
    {
        return $queue !== self::QUICK || ! str_ends_with($lane, self::LONG);
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

    /** Whose turn it is. */
    public static function owner(string $lane): string
    {
        return explode(':', $lane)[0];
    }
}
