<?php

declare(strict_types=1);

namespace App\Feature\Screening;

use App\Evaluation\EvaluationContext;
use App\Models\CompanyList;
use App\Models\CompanyListItem;
use App\Models\Decision;
use App\Models\IndexMember;
use App\Models\Screen;
use App\Models\User;
use App\Storage\ColumnStore;
use App\Storage\Identity\Identities;
use App\Storage\Identity\Indices;
use Closure;
use Logion\Figure\Words;
use Logion\Screening\Funnel;
use Logion\Screening\InvalidScreen;
use Logion\Screening\ScreenDefinition;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** The companies of lists that have a name: a user's lists, what was decided, an index, another screen's survivors. */
final class NamedLists
{
    private const DEEPEST = 3;

    public function __construct(
        private readonly ColumnStore $columns,
        private readonly Indices $indices,
        private readonly Identities $identities,
    ) {
    }

    /**
     * @param  bool  $computes  whether another screen may compute history it meets
     * @return Closure(string, mixed): list<int>
     */
    public function on(EvaluationContext $context, bool $computes, int $depth = 1): Closure
    {
        $user = $context->user;

        return fn (string $kind, mixed $key): array => match ($kind) {
            'index' => $this->index(is_string($key) ? $key : '', $context->day),
            'tickers' => $this->companies(is_array($key) ? array_filter($key, is_string(...)) : [], $context->namedOn),
            'list' => CompanyListItem::query()
                ->whereIn(
                    'company_list_id',
                    $this->owned($user)
                        ->whereKey($key)
                        ->pluck('id')
                        ->whenEmpty(static fn () => throw InvalidScreen::because(Words::say('one_of_its_lists_does_not'))),
                )
                ->pluck('company_id')
                ->all(),
            'watchlist' => $this->decided($user, 'watch'),
            'portfolio' => $this->decided($user, 'buy'),
            'screen' => $this->survivors($key, $context, $computes, $depth),
            default => throw InvalidScreen::because(Words::say('there_are_no_lists_of_the', kind: $kind)),
        };
    }

    /**
     * @param  array<string>  $references  those nobody has are left out
     * @return list<int>
     */
    private function companies(array $references, int $day): array
    {
        $found = [];
        foreach ($references as $reference) {
            try {
                $found[] = $this->identities->company($reference, $day);
            } catch (NotFoundHttpException) {
            }
        }

        return $found;
    }

    /** @return \Illuminate\Database\Eloquent\Builder<CompanyList> */
    private function owned(?User $user): \Illuminate\Database\Eloquent\Builder
    {
        return CompanyList::query()->of($user ?? throw InvalidScreen::because(Words::say('lists_belong_to_a_user_sign')));
    }

    /** @return list<int> */
    private function index(string $ticker, int $asOf): array
    {
        $index = $this->indices->find($ticker) ?? throw InvalidScreen::because(lcfirst($this->indices->unknown($ticker)));

        return IndexMember::query()
            ->where('index_id', $index)
            ->on($asOf)
            ->pluck('company_id')
            ->map(static fn ($id): int => (int) $id)
            ->all();
    }

    /** @return list<int> companies whose latest decision is the verdict */
    private function decided(?User $user, string $verdict): array
    {
        $latest = [];
        foreach (
            Decision::query()
                ->of($user ?? throw InvalidScreen::because(Words::say('lists_belong_to_a_user_sign')))
                ->orderBy('decided_on')
                ->orderBy('id')
                ->get(['company_id', 'verdict']) as $decision
        ) {
            $latest[$decision->company_id] = $decision->verdict;
        }

        return array_keys($latest, $verdict, true);
    }

    /** @return list<int> */
    private function survivors(mixed $id, EvaluationContext $context, bool $computes, int $depth): array
    {
        if ($depth > self::DEEPEST) {
            throw InvalidScreen::because(Words::say('screens_that_start_from_each_others', deepest: self::DEEPEST));
        }
        $saved =
            Screen::query()
                ->of($context->user ?? throw InvalidScreen::because(Words::say('screens_belong_to_a_user_sign')))
                ->find($id) ?? throw InvalidScreen::because(Words::say('a_screen_it_starts_from_does'));
        $universe =
            $this->columns->universe(
                $context->day,
                $computes,
                $context->catalogue,
                $this->on($context, $computes, $depth + 1),
                $context->as,
            ) ?? throw InvalidScreen::because(Words::say('the_figures_of_the_day_have'));

        return array_map(
            static fn (int $position): int => $universe->company($position),
            Funnel::surviving(ScreenDefinition::fromArray($saved->definition), $universe),
        );
    }
}
