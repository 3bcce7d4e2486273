<?php

declare(strict_types=1);

namespace App\Feature\Peer;

use App\Evaluation\EvaluationContext;
use App\Feature\Screening\NamedLists;
use App\Models\CompanyList;
use App\Storage\ChosenPeers;
use App\Storage\Identity\Indices;
use Logion\CrossSection\Mask;
use Logion\Figure\Words;
use Logion\Peer\Aspect;
use Logion\Peer\Closeness;
use Logion\Reference\IndustryTree;

/** Whom one could compare a company with: by like figures, or out of an industry, an index, a list, somebody's choice, or names. */
final readonly class ProposalReport
{
    public const SOURCES = ['figures', 'industry', 'index', 'list', 'analyst', 'named'];

    private const MOST = 20;

    public function __construct(
        private PeerProposals $proposals,
        private GroupReport $groups,
        private NamedLists $lists,
        private Indices $indices,
        private ChosenPeers $kept,
    ) {
    }

    /**
     * @param  value-of<self::SOURCES>  $source
     * @param  string  $of  which index, list, account or names; nothing for the first
     * @param  array<string, float>  $weights  by aspect; those not named weigh as usual
     * @return array<string, mixed>
     */
    public function of(SubjectGroup $group, EvaluationContext $context, string $source, string $of, array $weights): array
    {
        $weights = [...Closeness::usualWeights(), ...$weights];
        $universe = $group->universe;
        $among = $this->among($group, $context, $source, $of);
        $found = $this->proposals->closest($universe, $group->subject->id, self::MOST, $weights, $among);
        $ids = array_map(static fn (array $one): int => $universe->company($one['position']), $found);
        $cautions = $this->groups->cautions($group, [$group->subject->id, ...$ids]);
        $at = $group->position($group->subject->id);

        return [
            'weights' => array_map(
                static fn (Aspect $aspect): array => [
                    'key' => $aspect->value,
                    'label' => self::label($aspect),
                    'weight' => $weights[$aspect->value],
                    'unit' => self::unit($aspect),
                    'own' => $at === null || $aspect->metric() === null ? null : $universe->column($aspect->metric())->at($at),
                ],
                Aspect::cases(),
            ),
            'sources' => $this->sources($group, $context),
            'not_found' => $among === null ? 0 : count($among) - count($this->listed($group, $among)),
            'proposals' => array_map(
                fn (array $one, int $id): array => [
                    ...$group->named($id),
                    'industry' => IndustryTree::label($universe->category('sector')->at($one['position'])),
                    'closeness' => $one['total'],
                    'known' => $one['known'],
                    'parts' => array_map(
                        static fn (Aspect $aspect): array => [
                            'key' => $aspect->value,
                            'closeness' => $one['parts'][$aspect->value],
                            'value' => $aspect->metric() === null ? null : $universe->column($aspect->metric())->at($one['position']),
                        ],
                        Aspect::cases(),
                    ),
                    'cautions' => $cautions[$id],
                    'member' => in_array($id, array_column($group->members, 'id'), true),
                ],
                $found,
                $ids,
            ),
        ];
    }

    /** @return list<int>|null null for all there are */
    private function among(SubjectGroup $group, EvaluationContext $context, string $source, string $of): ?array
    {
        $named = $this->lists->on($context, false);
        $universe = $group->universe;
        $at = $group->position($group->subject->id);

        return match (true) {
            $source === 'figures' => null,
            $source === 'industry' => $at === null
                ? []
                : array_map(
                    $universe->company(...),
                    Mask::positions(
                        $universe->category('sector')->among([$universe->category('sector')->at($at)]) &
                            $universe->category('exchange')->among([$universe->category('exchange')->at($at)]),
                    ),
                ),
            // Nothing is chosen yet.
            $of === '' => [],
            $source === 'index' => $named('index', $of),
            $source === 'list' => $named('list', (int) $of),
            $source === 'analyst' => $this->ofAnalyst($group, $context, (int) $of),
            default => $named('tickers', array_values(array_filter(array_map(trim(...), explode(',', $of))))),
        };
    }

    /** @return list<int> */
    private function ofAnalyst(SubjectGroup $group, EvaluationContext $context, int $user): array
    {
        foreach ($context->user === null ? [] : $this->kept->ofOthers($context->user->id, $group->subject->id) as $kept) {
            if ((int) $kept->user_id === $user) {
                return $kept->peers->where('included', true)->pluck('company_id')->map(intval(...))->values()->all();
            }
        }

        return [];
    }

    /**
     * @param  list<int>  $companies
     * @return list<int>
     */
    private function listed(SubjectGroup $group, array $companies): array
    {
        return array_values(array_filter($companies, static fn (int $id): bool => $group->position($id) !== null));
    }

    /** @return array<string, list<array{key: string, name: string}>> */
    private function sources(SubjectGroup $group, EvaluationContext $context): array
    {
        $lists =
            $context->user === null
                ? []
                : CompanyList::query()
                    ->of($context->user)
                    ->orderBy('name')
                    ->get(['id', 'name'])
                    ->map(static fn (CompanyList $list): array => ['key' => (string) $list->id, 'name' => (string) $list->name])
                    ->all();
        $analysts = [];
        foreach ($context->user === null ? [] : $this->kept->ofOthers($context->user->id, $group->subject->id) as $kept) {
            $analysts[] = ['key' => (string) $kept->user_id, 'name' => (string) $kept->user->name];
        }

        $indices = [];
        foreach ($this->indices->names() as $ticker => $name) {
            $indices[] = ['key' => $ticker, 'name' => $name];
        }

        return ['index' => $indices, 'list' => $lists, 'analyst' => $analysts];
    }

    private static function unit(Aspect $aspect): string
    {
        return match ($aspect) {
            Aspect::Size => 'money',
            Aspect::Leverage => 'times',
            Aspect::GrossMargin, Aspect::OperatingMargin, Aspect::Growth => 'percent',
            Aspect::Industry, Aspect::Place, Aspect::Businesses => 'share',
        };
    }

    private static function label(Aspect $aspect): string
    {
        return match ($aspect) {
            Aspect::Industry => Words::say('aspect_industry'),
            Aspect::Size => Words::say('aspect_size'),
            Aspect::GrossMargin => Words::say('aspect_gross_margin'),
            Aspect::OperatingMargin => Words::say('aspect_operating_margin'),
            Aspect::Growth => Words::say('aspect_growth'),
            Aspect::Leverage => Words::say('aspect_leverage'),
            Aspect::Place => Words::say('aspect_place'),
            Aspect::Businesses => Words::say('aspect_businesses'),
        };
    }
}
