<?php

declare(strict_types=1);

namespace App\Feature\Peer;

use App\Evaluation\CompanyScopes;
use App\Evaluation\EvaluationContext;
use App\Storage\HistoryPending;
use Logion\CrossSection\Universe;
use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Formula\Moment;
use Logion\Formula\Node;
use Logion\Metric\CompanyScope;
use Logion\Metric\Evaluation\BatchEvaluator;

/** Figures of a few companies: out of the stored columns, or, where nobody has computed one for all, from these companies alone. */
final readonly class PeerColumns
{
    public function __construct(private CompanyScopes $scopes)
    {
    }

    /**
     * @param  list<int>  $companies
     * @param  list<string>  $formulas
     * @return array<string, list<float|Absence>> by formula, company by company
     */
    public function of(Universe $universe, EvaluationContext $context, array $companies, array $formulas): array
    {
        $positions = array_map($universe->position(...), $companies);
        $known = array_values(array_filter($positions, is_int(...)));
        $columns = $pending = [];
        foreach (array_unique($formulas) as $formula) {
            $node = $context->catalogue->parse($formula);
            try {
                $vector = $universe->vector($node, $known);
            } catch (HistoryPending) {
                $pending[$formula] = $node;

                continue;
            }
            $at = array_flip($known);
            $columns[$formula] = array_map(
                static fn (?int $position): float|Absence => $position === null
                    ? Absence::of(Reason::NotInUniverse)
                    : $vector->at($at[$position]),
                $positions,
            );
        }

        return $columns + $this->computed($context, $companies, $pending);
    }

    /**
     * @param  list<int>  $companies
     * @param  array<string, Node>  $formulas
     * @return array<string, list<float|Absence>>
     */
    private function computed(EvaluationContext $context, array $companies, array $formulas): array
    {
        if ($formulas === []) {
            return [];
        }
        $opened = array_map(fn (int $id): CompanyScope => $this->scopes->ofCompany($id, $context), $companies);
        $evaluator = new BatchEvaluator($opened, $context->catalogue);

        return array_map(static function (Node $node) use ($evaluator, $companies): array {
            $vector = $evaluator->value($node, Moment::ofFormula());

            return array_map($vector->at(...), array_keys($companies));
        }, $formulas);
    }
}
