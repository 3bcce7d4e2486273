<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\Import;
use App\Models\User;
use Illuminate\Auth\Access\Response;
use Logion\Figure\Words;

/**
 * A file handed in is its reader's until it is stored. What it brought for all is seen by all then, with who brought it, and can be taken
 * back by every editor; what is somebody's own, such as a list, stays theirs.
 */
final class ImportPolicy
{
    public function view(User $user, Import $import): Response
    {
        return $import->user_id === $user->id || $import->isShared() ? Response::allow() : self::none();
    }

    public function update(User $user, Import $import): Response
    {
        return $import->user_id === $user->id ? Response::allow() : self::none();
    }

    /** To put into the data what it holds. */
    public function store(User $user, Import $import): Response
    {
        return match (true) {
            $import->user_id !== $user->id => self::none(),
            $import->isPersonal(), $user->role->mayChangeFacts() => Response::allow(),
            default => Response::deny(Words::say('only_an_editor_may_store_figures')),
        };
    }

    public function delete(User $user, Import $import): Response
    {
        return match (true) {
            $import->isShared() => $user->role->mayChangeFacts()
                ? Response::allow()
                : Response::deny(Words::say('only_an_editor_may_take_back')),
            $import->user_id === $user->id => Response::allow(),
            default => self::none(),
        };
    }

    private static function none(): Response
    {
        return Response::denyAsNotFound(OwnerPolicy::notFound());
    }
}
