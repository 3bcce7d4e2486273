<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use App\Evaluation\CompanyScopes;
use App\Models\IndexMember;
use App\Models\Security;
use App\Storage\Identity\Identities;
use Illuminate\Http\JsonResponse;
use Logion\Time\Day;

/** Who is and was in an index. */
final class MemberController
{
    public function index(Identities $identities, int $index): JsonResponse
    {
        $security = self::security($index);
        $members = IndexMember::query()
            ->where('index_id', $security->id)
            ->with('company')
            ->get()
            ->map(
                static fn (IndexMember $member): array => [
                    'ticker' => $identities->reference((int) $member->company_id),
                    'name' => $member->company->name ?? '',
                    'from' => Day::iso((int) $member->from_day),
                    'to' => $member->to_day === null ? null : Day::iso((int) $member->to_day),
                ],
            )
            ->sortBy([['to', 'asc'], ['name', 'asc'], ['from', 'asc']])
            ->values();

        return new JsonResponse(['id' => $security->id, 'name' => $security->name, 'members' => $members]);
    }

    public function update(
        MemberRequest $request,
        IndexMembers $members,
        CompanyScopes $scopes,
        Identities $identities,
        int $index,
    ): JsonResponse {
        $company = $scopes->companyId($request->validated('ticker'));
        $members->put($request->user(), self::security($index), $company, $request->from(), $request->to());

        return $this->index($identities, $index);
    }

    public function destroy(MemberRequest $request, IndexMembers $members, CompanyScopes $scopes, int $index): JsonResponse
    {
        $members->remove(
            $request->user(),
            self::security($index),
            $scopes->companyId($request->validated('ticker')),
            $request->from(),
        );

        return new JsonResponse(null, 204);
    }

    private static function security(int $index): Security
    {
        return Security::query()->where('kind', 'index')->findOrFail($index);
    }
}
