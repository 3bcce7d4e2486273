<?php

declare(strict_types=1);

namespace App\Feature\Capital;

use App\Evaluation\EvaluationContext;
use App\Feature\Peer\SubjectGroup;
use App\Feature\Screening\NamedLists;
use App\Models\KeptBottomUpBeta;
use App\Storage\Identity\Identities;
use Logion\CostOfCapital\BottomUpSheet;
use Logion\Metric\CompanyScope;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/**
 * Betas put together out of those of other companies, as somebody chooses or kept them.
 *
 * @phpstan-import-type Choices from BottomUpRequest
 */
final readonly class BottomUpBetas
{
    public function __construct(private Identities $identities, private NamedLists $lists)
    {
    }

    /**
     * @param  Choices  $choices
     * @return array<string, mixed>
     */
    public function of(SubjectGroup $group, CompanyScope $scope, EvaluationContext $context, array $choices): array
    {
        $sheet = new BottomUpSheet($group->universe);
        $excluded = $this->excluded($choices['excluded'], $context->day);
        $businesses = array_map(
            static fn (array $of): array => [
                'name' => $of['name'],
                'companies' => $group->ofIndustry($of['industry']),
                'weight' => $of['weight'],
            ],
            $choices['businesses'],
        );
        [$target, $mean] = [$choices['debt_to_equity'], $choices['mean']];

        return [
            ...$sheet->of($scope, $this->companies($group, $context, ...$choices['of']), $excluded, $target, $mean),
            'together' => $businesses === []
                    ? null
                    : $sheet->together($scope, $businesses, $excluded, $target, $mean, $choices['weigh_by'] === 'sales'),
        ];
    }

    /** What somebody kept for the subject of a group; null where nothing was. */
    public function kept(SubjectGroup $group, EvaluationContext $context): ?KeptBottomUpBeta
    {
        return $context->user === null
            ? null
            : KeptBottomUpBeta::query()->of($context->user)->where('company_id', $group->subject->id)->first();
    }

    /** @return array{beta: float|null, companies: int}|null the beta of what somebody kept, several businesses together */
    public function keptBeta(SubjectGroup $group, CompanyScope $scope, EvaluationContext $context): ?array
    {
        $kept = $this->kept($group, $context);
        if ($kept === null) {
            return null;
        }
        $of = $this->of($group, $scope, $context, BottomUpRequest::read((array) $kept->choices));

        return $of['together'] === null
            ? ['beta' => $of['companies_first']['relevered_cash_corrected'] ?? null, 'companies' => $of['used']]
            : ['beta' => $of['together']['relevered'], 'companies' => array_sum(array_column($of['together']['businesses'], 'used'))];
    }

    /**
     * @param  list<array{ticker: string, reason: string}>  $excluded
     * @return list<int>
     */
    private function excluded(array $excluded, int $day): array
    {
        $companies = [];
        foreach ($excluded as $one) {
            try {
                $companies[] = $this->identities->company($one['ticker'], $day);
            } catch (NotFoundHttpException) {
                // Who is not known is in no group anyway.
            }
        }

        return $companies;
    }

    /**
     * @param  value-of<BottomUpRequest::SOURCES>  $source
     * @return list<int>
     */
    private function companies(SubjectGroup $group, EvaluationContext $context, string $source, string $key, bool $home): array
    {
        $universe = $group->universe;
        $at = $group->position($group->subject->id);
        $named = $this->lists->on($context, false);
        $companies = match ($source) {
            'industry' => $group->ofIndustry(
                $key !== '' ? $key : $group->subject->sector,
                $home && $at !== null ? $universe->category('country')->at($at) : null,
            ),
            'list' => $key === '' ? [] : $named('list', (int) $key),
            'named' => $named('tickers', array_values(array_filter(array_map(trim(...), explode(',', $key))))),
            default => $group->in(),
        };

        return array_values(array_filter($companies, static fn (int $of): bool => $of !== $group->subject->id));
    }
}
