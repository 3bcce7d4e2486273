<?php

declare(strict_types=1);

namespace App\Feature\Decision;

use App\Evaluation\CompanyScopes;
use App\Evaluation\EvaluationContext;
use App\Models\Decision;
use App\Models\Valuation;
use App\Models\WatchedCondition;
use App\Storage\Identity\Identities;
use App\Storage\LatestPrices;
use Illuminate\Support\Collection;
use Logion\Decision\CaseCalibration;
use Logion\Decision\DecisionOutcome;
use Logion\Decision\DecisionRecord;
use Logion\Decision\WaitingCost;
use Logion\Market\PriceSeries;
use Logion\Metric\CompanyScope;
use Logion\Time\Day;

/** What became of decisions, one by one and together. */
final readonly class OutcomeReport
{
    /** Where the value came from no method. */
    private const BY_HAND = 'own';

    public function __construct(private CompanyScopes $scopes, private Identities $identities, private LatestPrices $prices)
    {
    }

    /**
     * @param  Collection<int, Decision>  $decisions  with their valuations loaded
     * @return array<string, mixed>
     */
    public function of(Collection $decisions, EvaluationContext $context): array
    {
        $told = $judged = $cases = $waits = [];
        $values = $this->latestValues($decisions, $context->day);
        foreach ($decisions as $decision) {
            $scope = $this->scopes->open($this->identities->reference($decision->company_id), $context);
            $outcome = self::outcome($decision, $scope);
            $method = $decision->valuation->method ?? self::BY_HAND;
            $judged[] = ['verdict' => (string) $decision->verdict, 'method' => (string) $method, 'outcome' => $outcome];
            $split = $scope->prices->actions->splitRatio((int) $decision->decided_on, $scope->asOf);
            $own = array_map(
                static fn (array $of): array => [
                    'value' => $of['value'] / $split,
                    'probability' => isset($of['probability']) ? (float) $of['probability'] : null,
                ],
                $decision->cases ?? [],
            );
            $came = $outcome->lastClose === null ? null : CaseCalibration::came($outcome->lastClose, array_column($own, 'value'));
            if ($outcome->lastClose !== null && $own !== []) {
                $cases[] = ['reached' => $outcome->lastClose, 'cases' => $own];
            }
            $waits[] = $wait = WaitingCost::of($decision->price_then, $outcome);
            $told[] = [
                'id' => $decision->id,
                'ticker' => $scope->company->ticker,
                'name' => $this->scopes->identity($scope)->name,
                'verdict' => $decision->verdict,
                'method' => $method,
                'decided_on' => Day::iso((int) $decision->decided_on),
                'right' => DecisionRecord::isRight((string) $decision->verdict, $outcome),
                'last' => self::day($outcome->last),
                'price_return' => $outcome->priceReturn,
                'total_return' => $outcome->totalReturn,
                'annualised' => $outcome->annualised,
                'index_return' => $outcome->indexReturn,
                'excess' => $outcome->excess,
                'reached_on' => self::day($outcome->reached['day'] ?? null),
                'reached_after' => $outcome->reached['days'] ?? null,
                'gap_then' => $outcome->gapThen,
                'gap_now' => $outcome->gapNow,
                'closed_on' => self::day($outcome->closed['day'] ?? null),
                'share_closed' => $outcome->shareClosed,
                'value_then' => $decision->value_per_share / $split,
                'value_now' => $values["{$decision->company_id}:{$method}"] ?? null,
                'case_came' => $came === null ? null : (string) ($decision->cases[$came]['name'] ?? ''),
                'reasons' => self::reasons($decision),
                'waiting' => $wait,
            ];
        }

        return [
            'as_of' => Day::iso($context->day),
            'decisions' => $told,
            'by_verdict' => self::groups($judged, 'verdict'),
            'by_method' => self::groups($judged, 'method'),
            'calibration' => self::calibration(CaseCalibration::of($cases)),
            'waiting' => WaitingCost::mean($waits),
        ];
    }

    private static function outcome(Decision $decision, CompanyScope $scope): DecisionOutcome
    {
        $rows = static fn (?PriceSeries $of): array => $of === null
            ? []
            : array_map(static fn (int $day, float $close): array => [$day, $close], $of->days, $of->rawCloses);
        $prices = $scope->prices;

        return DecisionOutcome::of(
            (int) $decision->decided_on,
            $decision->price_then,
            $decision->value_per_share,
            $decision->margin_of_safety,
            $rows($prices),
            $rows($scope->company->index),
            $prices->actions->splits,
            $prices->actions->dividends,
            $scope->asOf,
            $prices->actions->inKind,
        );
    }

    /**
     * @param  list<array{verdict: string, method: string, outcome: DecisionOutcome}>  $judged
     * @param  'verdict'|'method'  $by
     * @return list<array<string, mixed>>
     */
    private static function groups(array $judged, string $by): array
    {
        $groups = DecisionRecord::of(
            array_map(
                static fn (array $of): array => ['group' => $of[$by], 'verdict' => $of['verdict'], 'outcome' => $of['outcome']],
                $judged,
            ),
        );

        return array_map(static fn (string $key, array $of): array => ['key' => $key, ...$of], array_keys($groups), array_values($groups));
    }

    private static function day(?int $day): ?string
    {
        return $day === null ? null : Day::iso($day);
    }

    /**
     * What somebody's latest valuation by a method says a share is worth, on the share basis of the day.
     *
     * @param  Collection<int, Decision>  $decisions
     * @return array<string, float> by company and method
     */
    private function latestValues(Collection $decisions, int $day): array
    {
        $values = [];
        $rows = Valuation::query()
            ->whereIn('user_id', $decisions->pluck('user_id')->unique())
            ->whereIn('company_id', $decisions->pluck('company_id')->unique())
            ->where('as_of', '<=', $day)
            ->whereNotNull('per_share')
            ->orderBy('as_of')
            ->orderBy('id')
            ->get(['company_id', 'method', 'per_share', 'as_of']);
        foreach ($rows as $row) {
            $identity = $this->identities->of((int) $row->company_id, $day);
            $split = $identity === null ? 1.0 : $this->prices->splitRatio($identity, (int) $row->as_of, $day);
            $values["{$row->company_id}:{$row->method}"] = (float) $row->per_share / $split;
        }

        return $values;
    }

    /** @return array{held: int, broken: int, unknown: int} of those that can be checked */
    private static function reasons(Decision $decision): array
    {
        $told = ['held' => 0, 'broken' => 0, 'unknown' => 0];
        foreach ($decision->conditions->reject(static fn (WatchedCondition $of): bool => $of->isCall()) as $condition) {
            $met = $condition->states->first()?->met;
            $holds = $met === null ? null : $met === ($condition->role === WatchedCondition::REASON);
            $told[$holds === null ? 'unknown' : ($holds ? 'held' : 'broken')]++;
        }

        return $told;
    }

    /** @return array<string, mixed> */
    private static function calibration(CaseCalibration $of): array
    {
        return ['bands' => $of->bands, 'brier' => $of->brier, 'decisions' => $of->decisions, 'below' => $of->below, 'above' => $of->above];
    }
}
