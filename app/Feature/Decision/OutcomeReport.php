<?php

declare(strict_types=1);

namespace App\Feature\Decision;

use App\Evaluation\CompanyScopes;
use App\Evaluation\EvaluationContext;
use App\Models\Decision;
use App\Storage\Identity\Identities;
use Illuminate\Support\Collection;
use Logion\Decision\DecisionOutcome;
use Logion\Decision\DecisionRecord;
use Logion\Market\PriceSeries;
use Logion\Metric\CompanyScope;
use Logion\Time\Day;

/** What became of decisions, one by one and together. */
final readonly class OutcomeReport
{
    /** Where the value came from no method. */
    private const BY_HAND = 'own';

    public function __construct(private CompanyScopes $scopes, private Identities $identities)
    {
    }

    /**
     * @param  Collection<int, Decision>  $decisions  with their valuations loaded
     * @return array<string, mixed>
     */
    public function of(Collection $decisions, EvaluationContext $context): array
    {
        $told = $judged = [];
        foreach ($decisions as $decision) {
            $scope = $this->scopes->open($this->identities->reference($decision->company_id), $context);
            $outcome = self::outcome($decision, $scope);
            $method = $decision->valuation->method ?? self::BY_HAND;
            $judged[] = ['verdict' => (string) $decision->verdict, 'method' => (string) $method, 'outcome' => $outcome];
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
            ];
        }

        return [
            'as_of' => Day::iso($context->day),
            'decisions' => $told,
            'by_verdict' => self::groups($judged, 'verdict'),
            'by_method' => self::groups($judged, 'method'),
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
}
