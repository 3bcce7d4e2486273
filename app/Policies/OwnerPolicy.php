<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\User;
use Illuminate\Auth\Access\Response;
use Illuminate\Database\Eloquent\Model;

/** What somebody made is theirs alone: for everybody else it does not exist. */
final class OwnerPolicy
{
    public const NOT_FOUND = 'There is nothing of that number, or it belongs to somebody else.';

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

    private static function isOwn(User $user, Model $thing): Response
    {
        return $thing->getAttribute('user_id') === $user->id ? Response::allow() : Response::denyAsNotFound(self::NOT_FOUND);
    }
}
