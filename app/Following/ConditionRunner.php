<?php

declare(strict_types=1);

namespace App\Following;

use App\Evaluation\EvaluationContext;
use App\Evaluation\EvaluationContexts;
use App\Models\ConditionCall;
use App\Models\User;
use App\Models\WatchedCondition;
use App\Storage\Arrivals;
use App\Storage\ColumnStore;
use App\Storage\ConditionStates;
use App\Storage\HistoryPending;
use App\Storage\RecentPrices;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;
use Logion\CrossSection\Universe;
use Logion\Figure\LogionException;
use Logion\Following\Call;
use Logion\Following\Calls;
use Logion\Following\CheckKind;
use Logion\Following\PriceCalls;
use Logion\Following\Standing;
use Logion\Metric\Catalogue;
use Logion\Screening\Condition as Comparison;

/**
 * Looks at the conditions of everybody when new data have arrived, each once for each day: prices from their bars, criteria from the
 * columns of the day, and what is expected, reported or bought only of companies of which something of the kind has come.
 */
final readonly class ConditionRunner
{
    /** Rows stored together. */
    private const TOGETHER = 400;

    public function __construct(
        private EvaluationContexts $contexts,
        private ColumnStore $columns,
        private FollowedCompanies $companies,
        private RecentPrices $prices,
        private Arrivals $arrivals,
        private ConditionStates $states,
    ) {
    }

    /** @return int calls that are new */
    public function run(int $day): int
    {
        $conditions = WatchedCondition::query()
            ->where('active', true)
            ->where('looked_through', '<', $day)
            ->with(['user', 'line', 'list.items'])
            ->get();
        if ($conditions->isEmpty()) {
            return 0;
        }
        $pairs = [];
        foreach ($conditions as $condition) {
            array_push($pairs, ...$this->pairs($condition, $day));
        }
        $looked = new Looked($this->states->of($conditions->modelKeys()), $day);
        $byPrice = $byCriterion = $others = [];
        foreach ($pairs as $pair) {
            match (true) {
                $pair->check->kind->isOfPrice() => ($byPrice[] = $pair),
                $pair->check->kind->isCriterion() => ($byCriterion[] = $pair),
                $pair->check->kind === CheckKind::Date => $this->date($pair, $day, $looked),
                default => ($others[] = $pair),
            };
        }
        $this->ofPrices($byPrice, $day, $looked);
        $this->criteria($byCriterion, $day, $looked);
        $this->others($others, $day, $looked);

        return $this->store($conditions, $looked, $day);
    }

    /** Looks at the conditions of a decision or at one that was just set, so that how they stand is known from the first. */
    public function start(WatchedCondition $condition, EvaluationContext $context): void
    {
        foreach ($this->pairs($condition, $context->day) as $pair) {
            $standing = (new Calls($pair->check, $this->companies->of($pair->company, $context)))->standing($context->day);
            if ($standing->met !== null) {
                $this->remember([[$pair, $standing]], $context->day);
            }
        }
    }

    /** @return list<LookedPair> */
    private function pairs(WatchedCondition $condition, int $day): array
    {
        try {
            $check = ConditionChecks::of($condition, $this->context($condition, $day)->catalogue);
        } catch (LogionException) {
            // A metric or a line it needs is gone: it is shown as such and looks at nothing.
            return [];
        }
        $companies =
            $condition->company_id !== null
                ? [(int) $condition->company_id]
                : $condition->list?->items->pluck('company_id')->map(intval(...))->all() ?? [];

        return array_map(static fn (int $company): LookedPair => new LookedPair($condition, $check, $company), array_values($companies));
    }

    private function context(WatchedCondition $condition, int $day): EvaluationContext
    {
        return $this->contexts->on($day, $condition->user);
    }

    private function date(LookedPair $pair, int $day, Looked $looked): void
    {
        if (! $pair->condition->isCall()) {
            $looked->stands($pair, new Standing($day >= $pair->check->day));
        } elseif ($pair->check->day > $pair->condition->looked_through && $pair->check->day <= $day) {
            $looked->called($pair, [new Call((int) $pair->check->day, (string) $pair->check->day)]);
        }
    }

    /** @param  list<LookedPair>  $pairs */
    private function ofPrices(array $pairs, int $day, Looked $looked): void
    {
        $since = [];
        foreach ($pairs as $pair) {
            $since[$pair->company] = min($since[$pair->company] ?? $day, $pair->condition->looked_through);
        }
        $prices = $this->prices->since($since, $day);
        foreach ($pairs as $pair) {
            $series = $prices[$pair->company] ?? null;
            if ($series === null || $series->days === []) {
                continue;
            }
            $rule = PriceCalls::rule($pair->check, static fn (int $from): float => $series->actions->splitRatio($from, $day));
            if ($pair->condition->isCall()) {
                $looked->called($pair, PriceCalls::between($series->days, $series->closes, $rule, $pair->condition->looked_through, $day));
            } else {
                $last = count($series->days) - 1;
                [$met, $against] = $rule($series->days[$last], $series->closes[$last]);
                $looked->stands($pair, new Standing($met, $series->closes[$last], $against));
            }
        }
    }

    /** @param  list<LookedPair>  $pairs */
    private function criteria(array $pairs, int $day, Looked $looked): void
    {
        $shared = $this->arrivals->usersWithOwnFigures();
        $groups = [];
        foreach ($pairs as $pair) {
            // Who has no metrics and corrections of their own sees what everybody sees.
            $whose = isset($shared[$pair->condition->user_id]) ? (int) $pair->condition->user_id : 0;
            $groups[$whose][(string) $pair->check->formula][] = $pair;
        }
        foreach ($groups as $user => $formulas) {
            $universe = $this->universe($user, $day);
            foreach ($universe === null ? [] : $formulas as $formula => $own) {
                try {
                    $this->criterion($universe, (string) $formula, $own, $looked);
                } catch (HistoryPending) {
                    // It looks at a history that no column holds: each company is asked itself.
                    $this->oneByOne($own, $day, $looked);
                }
            }
        }
    }

    private function universe(int $user, int $day): ?Universe
    {
        if ($user === 0) {
            return $this->columns->universe($day, false, Catalogue::builtIn());
        }
        $context = $this->contexts->on($day, User::query()->find($user));

        return $this->columns->universe($day, false, $context->catalogue, as: $context->as);
    }

    /** @param  list<LookedPair>  $pairs */
    private function criterion(Universe $universe, string $formula, array $pairs, Looked $looked): void
    {
        $places = $known = [];
        foreach ($pairs as $pair) {
            $at = $universe->position($pair->company);
            if ($at !== null) {
                $places[] = $at;
                $known[] = $pair;
            }
        }
        if ($known === []) {
            return;
        }
        try {
            $node = $universe->catalogue->parse($formula);
            $verdicts = $universe->evaluate($node, $places);
            $comparison = Comparison::of($node);
            $actual = $comparison === null ? [] : $universe->evaluate($comparison->actual, $places);
            $required = $comparison === null ? [] : $universe->evaluate($comparison->required, $places);
        } catch (LogionException) {
            return;
        }
        $figure = static fn (float $of): ?float => is_nan($of) ? null : $of;
        foreach ($known as $i => $pair) {
            $verdict = $verdicts[$i];
            $looked->stands(
                $pair,
                new Standing(
                    is_nan($verdict) ? null : ($verdict != 0.0) === ($pair->check->kind === CheckKind::Criterion),
                    $figure($actual[$i] ?? NAN),
                    $figure($required[$i] ?? NAN),
                ),
            );
        }
    }

    /** @param  list<LookedPair>  $pairs */
    private function oneByOne(array $pairs, int $day, Looked $looked): void
    {
        foreach ($pairs as $pair) {
            $followed = $this->companies->of($pair->company, $this->context($pair->condition, $day));
            $looked->stands($pair, (new Calls($pair->check, $followed))->standing($day));
        }
    }

    /** @param  list<LookedPair>  $pairs */
    private function others(array $pairs, int $day, Looked $looked): void
    {
        $since = $day;
        $days = [0 => true];
        foreach ($pairs as $pair) {
            $since = min($since, $pair->condition->looked_through);
            $days[$pair->check->days] = true;
        }
        $arrived = $pairs === [] ? [] : $this->arrivals->of($since, $day, array_keys($days));
        $open = [];
        foreach ($pairs as $pair) {
            if (! isset($arrived[$pair->check->kind->value][$pair->company])) {
                continue;
            }
            $context = $this->context($pair->condition, $day);
            $calls = new Calls(
                $pair->check,
                ($open["{$pair->condition->user_id}:{$pair->company}"] ??= $this->companies->of($pair->company, $context)),
            );
            if ($pair->check->kind === CheckKind::Revision) {
                $looked->stands($pair, $calls->standing($day));
            } else {
                $looked->called($pair, $calls->between($pair->condition->looked_through, $day));
            }
        }
    }

    /**
     * All that was found, or nothing of it: what was looked at is never looked at again.
     *
     * @param  Collection<int, WatchedCondition>  $conditions
     */
    private function store(Collection $conditions, Looked $looked, int $day): int
    {
        return DB::transaction(function () use ($conditions, $looked, $day): int {
            $new = 0;
            $now = now();
            foreach (array_chunk($looked->calls, self::TOGETHER) as $some) {
                $new += ConditionCall::query()->insertOrIgnore(
                    array_map(
                        static fn (array $of): array => [
                            'user_id' => $of[0]->condition->user_id,
                            'condition_id' => $of[0]->condition->id,
                            'company_id' => $of[0]->company,
                            'day' => $of[1]->day,
                            'key' => $of[1]->key,
                            'actual' => $of[1]->actual,
                            'required' => $of[1]->required,
                            'created_at' => $now,
                            'updated_at' => $now,
                        ],
                        $some,
                    ),
                );
            }
            $this->remember(array_values($looked->standings), $day);
            foreach (array_chunk($conditions->modelKeys(), self::TOGETHER) as $ids) {
                WatchedCondition::query()
                    ->whereKey($ids)
                    ->toBase()
                    ->update(['looked_through' => $day]);
            }

            return $new;
        });
    }

    /** @param  list<array{LookedPair, Standing}>  $standings */
    private function remember(array $standings, int $day): void
    {
        $this->states->put(
            array_map(
                static fn (array $of): array => [
                    'condition_id' => $of[0]->condition->id,
                    'company_id' => $of[0]->company,
                    'met' => $of[1]->met,
                    'actual' => $of[1]->actual,
                    'required' => $of[1]->required,
                    'since' => $day,
                ],
                $standings,
            ),
        );
    }
}
