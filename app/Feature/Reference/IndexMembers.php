<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use App\Models\IndexMember;
use App\Models\Security;
use App\Models\User;
use App\Storage\ChangeLog;
use Illuminate\Database\Eloquent\Builder;
use Logion\Figure\Words;
use Logion\Intake\Refusal;
use Logion\Time\Day;

/** Which companies are in an index, each from a day up to but without another. */
final readonly class IndexMembers
{
    public function __construct(private ChangeLog $log)
    {
    }

    /**
     * Lets a company join from a day, or says when a membership that began on that day ends.
     *
     * @param  int|null  $to  null while it is a member
     * @return 'new'|'changed'|'same'
     *
     * @throws Refusal if it ends before it begins, or another membership shares days with it
     */
    public function put(?User $by, Security $index, int $company, int $from, ?int $to): string
    {
        if ($to !== null && $to <= $from) {
            throw Refusal::because(Words::say('it_ends_on_not_after_it', day: Day::iso($to), day2: Day::iso($from)));
        }
        $known = null;
        $members = IndexMember::query()->where('index_id', $index->id)->where('company_id', $company);
        foreach ($members->orderBy('from_day')->get() as $member) {
            if ((int) $member->from_day === $from) {
                $known = $member;
            } elseif (($to === null || $member->from_day < $to) && ($member->to_day === null || $member->to_day > $from)) {
                throw Refusal::because(
                    Words::say(
                        'it_is_a_member_already_from',
                        index: $index->name,
                        day: Day::iso((int) $member->from_day),
                        end: $member->to_day === null ? '' : ' '.Words::say('until_day', day: Day::iso((int) $member->to_day)),
                    ),
                );
            }
        }
        if ($known !== null && $known->to_day === $to) {
            return 'same';
        }
        $key = ['index_id' => $index->id, 'company_id' => $company, 'from_day' => $from];
        $this->log->record(
            $by,
            Words::say('members_of', index: $index->name),
            static fn (ChangeLog $log) => $log->put('index_members', $key, ['to_day' => $to]),
        );

        return $known === null ? 'new' : 'changed';
    }

    /** Takes a membership away as if it had never been. */
    public function remove(?User $by, Security $index, int $company, int $from): void
    {
        $key = ['index_id' => $index->id, 'company_id' => $company, 'from_day' => $from];
        $this->log->record(
            $by,
            Words::say('members_of', index: $index->name),
            static fn (ChangeLog $log) => $log->delete('index_members', $key),
        );
    }

    /**
     * Gives the memberships of a company, or the members of an index, to another; a company is in an index once at a time.
     *
     * @param  ChangeLog  $log  within a change
     * @param  'company_id'|'index_id'  $owner
     */
    public static function give(ChangeLog $log, string $owner, int $from, int $to): void
    {
        foreach (IndexMember::query()->where($owner, $from)->get() as $member) {
            $row = $member->only(['index_id', 'company_id', 'from_day', 'to_day']);
            $given = [...$row, $owner => $to];
            $isThere = IndexMember::query()
                ->where('company_id', $given['company_id'])
                ->where('index_id', $given['index_id'])
                ->where(static fn (Builder $open) => $open->whereNull('to_day')->orWhere('to_day', '>', $member->from_day))
                ->when($member->to_day, static fn (Builder $query) => $query->where('from_day', '<', $member->to_day))
                ->exists();
            $log->delete('index_members', $row);
            $isThere || $log->insert('index_members', $given);
        }
    }
}
