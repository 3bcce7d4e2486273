<?php

declare(strict_types=1);

namespace App\Feature\Account;

use App\Models\Invitation;
use App\Models\Role;
use App\Models\User;
use App\Storage\AuditLog;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Str;
use Logion\Figure\Words;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

/** The people of an installation: their roles, and invitations to others. */
final class PeopleController
{
    /** An invitation can be used for so many days. */
    private const DAYS = 14;

    public function index(): JsonResponse
    {
        return new JsonResponse([
            'people' => PersonResource::collection(User::query()->orderBy('id')->get()),
            'invitations' => InvitationResource::collection(Invitation::query()->open()->with('maker')->latest('id')->get()),
        ]);
    }

    public function update(RoleRequest $request, User $person): JsonResponse
    {
        $others = User::query()->where('role', Role::Administrator)->whereKeyNot($person->id)->exists();
        if (! $others && $request->role() !== Role::Administrator) {
            throw new ConflictHttpException(Words::say('this_is_the_only_administrator_make'));
        }
        $person->update(['role' => $request->role()]);
        AuditLog::record($request->user(), 'role_changed', "{$person->email}: {$request->role()->value}", $request->ip());

        return new JsonResponse(new PersonResource($person));
    }

    /** The link is told once: only a digest of it is kept. */
    public function invite(RoleRequest $request): JsonResponse
    {
        $token = Str::random(40);
        $invitation = Invitation::query()->create([
            'made_by' => $request->user()->id,
            'token' => Invitation::digest($token),
            'role' => $request->role(),
            'expires_at' => now()->addDays(self::DAYS),
        ]);
        AuditLog::record($request->user(), 'invited', $request->role()->value, $request->ip());

        return new JsonResponse([...(new InvitationResource($invitation))->toArray($request), 'link' => url("/?invitation={$token}")], 201);
    }

    public function withdraw(Invitation $invitation): JsonResponse
    {
        $invitation->delete();

        return new JsonResponse(null, 204);
    }
}
