<?php

declare(strict_types=1);

namespace App\Feature\Decision;

use App\Evaluation\EvaluationContext;
use App\Evaluation\EvaluationContexts;
use App\Following\ConditionChecks;
use App\Following\ConditionRunner;
use App\Models\Decision;
use App\Models\DrawnLine;
use App\Models\WatchedCondition;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;
use Logion\Decision\DecisionRecord;
use Logion\Figure\Words;
use Logion\Following\CheckKind;
use Logion\Following\CompanyCheck;
use Logion\Intake\Refusal;
use Logion\Metric\CompanyScope;
use Logion\Valuation\MarginOfSafety;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

/** Writes decisions down: one that is revised stays as it was, and the new version takes its place. */
final readonly class Decisions
{
    /** What stands or does not on every day; what merely happens is no reason. */
    private const CHECKABLE = [
        CheckKind::Criterion, CheckKind::CriterionEnds, CheckKind::PriceBelow, CheckKind::PriceAbove, CheckKind::Level, CheckKind::Revision,
        CheckKind::Date,
    ];

    public function __construct(private ConditionRunner $runner, private EvaluationContexts $contexts)
    {
    }

    /**
     * @param  Decision|null  $before  the version that is revised
     *
     * @throws ConflictHttpException if that was revised in the meantime
     * @throws Refusal if a reason cannot be checked so
     */
    public function write(DecisionRequest $request, CompanyScope $scope, ?Decision $before): Decision
    {
        $context = $request->context();
        $last = $scope->prices->last();
        if ($last < 0) {
            throw Refusal::because(Words::say('the_company_has_no_price_on'));
        }
        $reasons = $this->checked($request->reasons('reasons'), $context);
        $disproofs = $this->checked($request->reasons('disproofs'), $context);

        return DB::transaction(function () use ($request, $scope, $before, $last, $context, $reasons, $disproofs): Decision {
            if ($before !== null) {
                // Of two who revise the same version the second finds it revised.
                $isFirst = Decision::query()->whereKey($before->id)->whereNull('replaced_on')->update(['replaced_on' => $context->day]);
                if ($isFirst === 0) {
                    throw new ConflictHttpException(Words::say('the_decision_was_revised_meanwhile'));
                }
                $before->conditions()->update(['active' => false]);
            }
            $decision = Decision::query()->create([
                ...$request->decision(),
                'user_id' => $request->user()->id,
                'company_id' => $scope->company->id,
                'price_then' => $scope->prices->closes[$last],
                'currency' => $scope->company->tradingCurrency,
                'decided_on' => $context->day,
                'first_id' => $before?->root(),
                'reasons' => array_map(static fn (array $of): array => ['text' => $of['text']], $reasons),
                'disproofs' => array_map(static fn (array $of): array => ['text' => $of['text']], $disproofs),
            ]);
            $this->follow($decision, $reasons, WatchedCondition::REASON, $context);
            $this->follow($decision, $disproofs, WatchedCondition::DISPROOF, $context);
            if ($decision->verdict !== DecisionRecord::PASS) {
                $below = MarginOfSafety::buyBelow($decision->value_per_share, $decision->margin_of_safety);
                $this->condition($decision, WatchedCondition::BUY_BELOW, CheckKind::PriceBelow->value, ['price' => $below], $context);
            }

            return $decision->load(['company', 'conditions.states', 'conditions.line']);
        });
    }

    /** Takes a decision with all its versions away. */
    public function remove(Decision $decision): void
    {
        DB::transaction(static function () use ($decision): void {
            $now = now();
            $versions = self::versions($decision)->pluck('id');
            WatchedCondition::query()->whereIn('decision_id', $versions)->update(['deleted_at' => $now]);
            Decision::query()->whereKey($versions)->update(['deleted_at' => $now]);
        });
    }

    public function restore(Decision $decision): void
    {
        DB::transaction(static function () use ($decision): void {
            $versions = self::versions($decision)->withTrashed()->pluck('id');
            Decision::query()->withTrashed()->whereKey($versions)->restore();
            WatchedCondition::query()->withTrashed()->whereIn('decision_id', $versions)->restore();
        });
    }

    /** @return Builder<Decision> */
    public static function versions(Decision $decision): Builder
    {
        $root = $decision->root();

        return Decision::query()
            ->where('user_id', $decision->user_id)
            ->where(static fn ($of) => $of->whereKey($root)->orWhere('first_id', $root));
    }

    /**
     * @param  list<array{text: string, check: array<string, mixed>|null}>  $reasons
     * @return list<array{text: string, check: array<string, mixed>|null}>
     *
     * @throws Refusal|\Logion\Following\InvalidCheck|\Logion\Formula\FormulaError
     */
    private function checked(array $reasons, EvaluationContext $context): array
    {
        foreach ($reasons as $i => ['check' => $told]) {
            if ($told === null) {
                continue;
            }
            $line = isset($told['drawn_line']) && $context->user !== null
                ? DrawnLine::query()->of($context->user)->findOrFail((int) $told['drawn_line'])
                : null;
            $check = CompanyCheck::read($told, $context->day, $context->catalogue, $line === null ? null : ConditionChecks::level($line));
            if (! in_array($check->kind, self::CHECKABLE, true)) {
                throw Refusal::because(Words::say('what_happens_is_no_reason', number: $i + 1));
            }
        }

        return $reasons;
    }

    /** @param  list<array{text: string, check: array<string, mixed>|null}>  $reasons */
    private function follow(Decision $decision, array $reasons, string $role, EvaluationContext $context): void
    {
        foreach ($reasons as $i => ['text' => $text, 'check' => $told]) {
            if ($told === null) {
                continue;
            }
            $settings = [...array_diff_key($told, ['kind' => 1, 'drawn_line' => 1]), 'place' => $i];
            $line = isset($told['drawn_line']) ? (int) $told['drawn_line'] : null;
            $condition = $this->condition($decision, $role, $told['kind'], $settings, $context, $line, $text);
            $this->runner->start($condition->load(['user', 'line']), $this->contexts->of($context->user));
        }
    }

    /** @param  array<string, mixed>  $settings */
    private function condition(
        Decision $decision,
        string $role,
        string $kind,
        array $settings,
        EvaluationContext $context,
        ?int $line = null,
        ?string $note = null,
    ): WatchedCondition {
        return WatchedCondition::query()->create([
            'user_id' => $decision->user_id,
            'company_id' => $decision->company_id,
            'decision_id' => $decision->id,
            'drawn_line_id' => $line,
            'role' => $role,
            'kind' => $kind,
            'settings' => $settings,
            'set_on' => $context->day,
            // What is decided while the program stands at a past day is followed from now on.
            'looked_through' => $this->contexts->day(null),
            'note' => $note,
        ]);
    }
}
