<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\User;
use Illuminate\Auth\Access\Response;
use Illuminate\Database\Eloquent\Model;
use Logion\Figure\Words;

/** What somebody made is theirs alone: for everybody else it does not exist. */
final class OwnerPolicy
{
    public function view(User $user, Model $thing): Response
    {
        return self::isOwn($user, $thing);
    }

    public function update(User $user, Model $thing): Response
    {
        return self::isOwn($user, $thing);
    }

    public function delete(User $user, Model $thing): Response
    {
        return self::isOwn($user, $thing);
    }

    public function restore(User $user, Model $thing): Response
    {
        return self::isOwn($user, $thing);
    }

    public static function notFound(): string
    {
        return Words::say('there_is_nothing_of_that_number');
    }

    private static function isOwn(User $user, Model $thing): Response
    {
        return $thing->getAttribute('user_id') === $user->id ? Response::allow() : Response::denyAsNotFound(self::notFound());
    }
}
