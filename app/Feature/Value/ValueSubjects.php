<?php

declare(strict_types=1);

namespace App\Feature\Value;

use App\Evaluation\CompanyScopes;
use App\Evaluation\EvaluationContext;
use App\Feature\Peer\SubjectGroups;
use App\Feature\Transaction\PaidForCompanies;
use App\Storage\BusinessFigures;
use Logion\ValueMethod\ValueSubject;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

/** Opens a company as methods see it, with the peers and transactions that count for the reader. */
final readonly class ValueSubjects
{
    public function __construct(
        private CompanyScopes $scopes,
        private SubjectGroups $groups,
        private BusinessFigures $figures,
        private PaidForCompanies $transactions,
    ) {
    }

    /** @throws \Symfony\Component\HttpKernel\Exception\NotFoundHttpException if no company has the ticker; names the nearest ones */
    public function open(string $ticker, EvaluationContext $context): ValueSubject
    {
        $scope = $this->scopes->open($ticker, $context);
        try {
            $group = $this->groups->of($ticker, $context);
        } catch (ConflictHttpException) {
            // Other companies are not computed for the day; what needs none of them is valued all the same.
            $group = null;
        }

        return new ValueSubject(
            $scope,
            $group?->universe,
            $group?->in() ?? [],
            $this->transactions->of($context->user, $scope),
            $this->figures->years([$scope->company->id], $context->day)[$scope->company->id] ?? [],
            $this->figures->of([$scope->company->id], $context->day, 'operating_income')[$scope->company->id] ?? [],
        );
    }
}
