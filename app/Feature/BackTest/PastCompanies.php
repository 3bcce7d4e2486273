<?php

declare(strict_types=1);

namespace App\Feature\BackTest;

use App\Feature\Screening\NamedLists;
use App\Storage\CollectorPause;
use App\Storage\CompanyReader;
use App\Storage\EconomyReader;
use App\Storage\Identity\Identities;
use App\Storage\UniverseMembers;
use Closure;
use Logion\CrossSection\PastUniverses;

/** Reads the companies of a back-test's past days, each once, and asks them what it wants to know. */
final readonly class PastCompanies
{
    /** Companies after which rings are looked for. */
    private const COLLECTED_AFTER = 200;

    public function __construct(
        private CompanyReader $companies,
        private EconomyReader $economy,
        private UniverseMembers $universes,
        private NamedLists $lists,
        private Identities $identities,
    ) {
    }

    /** The past of no company yet. */
    public function none(BackTestPlan $plan): PastUniverses
    {
        return new PastUniverses(
            $plan->context->catalogue,
            $this->economy->read(),
            $plan->daysLookedAt(),
            $plan->formulas(),
            fn (int $day): Closure => $this->lists->on($plan->context->on($day), true),
        );
    }

    /** @return list<int> everybody who may have been of the universe, ascending */
    public function candidates(): array
    {
        return $this->universes->ever();
    }

    /**
     * @param  list<int>|null  $of  companies looked at; all of them by default
     * @return array<int, array<int, array<string, string>>> attributes by company, ascending, and day on which it was of the universe
     */
    public function attributes(BackTestPlan $plan, ?array $of = null): array
    {
        $attributes = $latest = [];
        foreach ($this->universes->onDays($plan->daysLookedAt(), $of) as $day => $members) {
            foreach ($members as $member) {
                // Most are called on each day what they were called the day before.
                if (($latest[$member->id][0] ?? null) !== $member) {
                    $latest[$member->id] = [$member, array_map('strval', array_diff_key((array) $member, ['id' => 0]))];
                }
                $attributes[$member->id][$day] = $latest[$member->id][1];
            }
        }
        ksort($attributes);

        return $attributes;
    }

    /**
     * @param  array<int, array<int, array<string, string>>>  $attributes  of the companies wanted
     * @param  Closure(int, int): void|null  $progress  done, total
     */
    public function read(BackTestPlan $plan, array $attributes, ?Closure $progress): PastUniverses
    {
        return CollectorPause::during(function (Closure $collect) use ($plan, $attributes, $progress): PastUniverses {
            $past = $this->none($plan);
            // Of most companies the reader has nothing of their own: those are not asked for it one by one.
            $own = $plan->context->as?->companies() ?? [];
            $done = 0;
            foreach ($attributes as $id => $its) {
                foreach ($this->alike($id, array_keys($its)) as $span) {
                    $as = array_key_exists($id, $own) ? $plan->context->as : null;
                    $company = $this->companies->read($id, $as, on: $span[count($span) - 1]);
                    if ($company !== null) {
                        if ($as !== null) {
                            // A kind of business that was chosen by the reader counts.
                            $template = ['template' => $company->template->value];
                            $its = array_map(static fn (array $of): array => [...$of, ...$template], $its);
                        }
                        $past->add($company, $span, $its);
                    }
                }
                ++$done % self::COLLECTED_AFTER === 0 && $collect();
                $progress === null || $progress($done, count($attributes));
            }

            return $past;
        });
    }

    /**
     * Days of a company between two changes of what it is called or reports in, on which it is read alike.
     *
     * @param  list<int>  $days  ascending
     * @return list<non-empty-list<int>>
     */
    private function alike(int $company, array $days): array
    {
        $changes = $this->identities->changes($company);
        $spans = [];
        foreach ($days as $day) {
            $spans[count(array_filter($changes, static fn (int $change): bool => $change <= $day))][] = $day;
        }

        return array_values($spans);
    }
}
