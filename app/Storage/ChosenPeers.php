<?php

declare(strict_types=1);

namespace App\Storage;

use App\Models\Peer;
use App\Models\PeerGroup;
use App\Models\User;
use Illuminate\Support\Facades\DB;

/** Whom somebody compares a company with, version by version. */
final class ChosenPeers
{
    public function latest(int $user, int $company): ?PeerGroup
    {
        return $this->all($user, $company)[0] ?? null;
    }

    /** A version by its number in this installation, whoever kept it. */
    public function version(int $id): ?PeerGroup
    {
        return PeerGroup::query()->with(['peers', 'user'])->find($id);
    }

    /** @return list<PeerGroup> the latest first */
    public function all(int $user, int $company): array
    {
        return array_values(
            PeerGroup::query()->with('peers')->where('user_id', $user)->where('company_id', $company)->orderByDesc('version')->get()->all(),
        );
    }

    /**
     * The latest version of every account of the installation but one.
     *
     * @return list<PeerGroup> with their accounts, by the account
     */
    public function ofOthers(int $user, int $company): array
    {
        $latest = PeerGroup::query()
            ->where('company_id', $company)
            ->where('user_id', '<>', $user)
            ->groupBy('user_id')
            ->selectRaw('max(id)');

        return array_values(
            PeerGroup::query()
                ->with(['peers', 'user'])
                ->whereIn('id', $latest)
                ->orderBy('user_id')
                ->get()
                ->all(),
        );
    }

    /** @param  list<array{company: int, in: bool, reason: string|null}>  $members */
    public function keep(User $user, int $company, array $members): PeerGroup
    {
        return DB::transaction(function () use ($user, $company, $members): PeerGroup {
            $version = 1 + (int) PeerGroup::query()->where('user_id', $user->id)->where('company_id', $company)->max('version');
            $group = PeerGroup::query()->create(['user_id' => $user->id, 'company_id' => $company, 'version' => $version]);
            foreach ($members as $place => $member) {
                Peer::query()->create([
                    'peer_group_id' => $group->id,
                    'company_id' => $member['company'],
                    'place' => $place,
                    'included' => $member['in'],
                    'reason' => $member['reason'],
                ]);
            }

            return $group->load('peers');
        });
    }
}
