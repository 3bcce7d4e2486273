<?php

declare(strict_types=1);

namespace App\Feature\Peer;

use App\Evaluation\CompanyScopes;
use App\Evaluation\EvaluationContext;
use Logion\Statistics\Descriptive;

/** One figure of a subject and its peers through fiscal years, each told on the terms of its own year. */
final readonly class YearsReport
{
    private const YEARS = 10;

    public function __construct(private CompanyScopes $scopes)
    {
    }

    /** @return array<string, mixed> */
    public function of(SubjectGroup $group, EvaluationContext $context, string $figure): array
    {
        $tree = $context->catalogue->parse($figure);
        $metric = $context->catalogue->find($figure);
        $lines = [];
        $last = 0;
        foreach ([$group->subject->id, ...$group->in()] as $id) {
            $scope = $this->scopes->ofCompany($id, $context);
            $values = [];
            foreach ($scope->moments->years() as $year) {
                $value =
                    $metric === null
                        ? $scope->value($tree, $scope->moments->year($year))
                        : $scope->metric($figure, $scope->moments->year($year));
                $values[$year] = is_float($value) ? $value : null;
            }
            $lines[$id] = $values;
            $last = max([$last, ...array_keys($values)]);
        }
        $years = $last === 0 ? [] : range($last - self::YEARS + 1, $last);
        $told = static fn (array $values): array => array_map(static fn (int $year): ?float => $values[$year] ?? null, $years);

        return [
            'figure' => [
                'key' => $figure,
                'label' => $metric->label ?? $figure,
                'unit' => ($metric->unit ?? $context->catalogue->unitOf($tree))->value,
            ],
            'years' => $years,
            'lines' => array_map(
                static fn (int $id, array $values): array => [
                    ...$group->named($id),
                    'subject' => $id === $group->subject->id,
                    'values' => $told($values),
                ],
                array_keys($lines),
                array_values($lines),
            ),
            'median' => array_map(
                static fn (int $year): ?float => Descriptive::median(
                    Descriptive::known(array_map(static fn (int $id): ?float => $lines[$id][$year] ?? null, $group->in())),
                ),
                $years,
            ),
        ];
    }
}
