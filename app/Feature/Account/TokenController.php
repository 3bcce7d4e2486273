<?php

declare(strict_types=1);

namespace App\Feature\Account;

use App\Models\AccessToken;
use App\Storage\AuditLog;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Logion\Figure\Words;
use Symfony\Component\HttpKernel\Exception\AccessDeniedHttpException;

/** Tokens with which scripts ask in somebody's name. They are made by the person, never by a token. */
final class TokenController
{
    public function index(Request $request): JsonResponse
    {
        return new JsonResponse(TokenResource::collection($request->user()->tokens()->latest('id')->get()));
    }

    /** The token is told once: only a digest of it is kept. */
    public function store(TokenRequest $request): JsonResponse
    {
        self::mustBePresent($request);
        $made = $request->user()->createToken($request->validated('name'), $request->abilities());
        AuditLog::record($request->user(), 'token_made', $request->validated('name'), $request->ip());

        return new JsonResponse([...(new TokenResource($made->accessToken))->toArray($request), 'token' => $made->plainTextToken], 201);
    }

    public function destroy(Request $request, int $token): JsonResponse
    {
        self::mustBePresent($request);
        $of = $request->user()->tokens()->whereKey($token)->firstOrFail();
        $of->delete();
        AuditLog::record($request->user(), 'token_revoked', $of->name, $request->ip());

        return new JsonResponse(null, 204);
    }

    private static function mustBePresent(Request $request): void
    {
        if ($request->user()->currentAccessToken() instanceof AccessToken) {
            throw new AccessDeniedHttpException(Words::say('tokens_are_made_and_revoked_by'));
        }
    }
}
