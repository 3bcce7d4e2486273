<?php

declare(strict_types=1);

namespace App\Feature\Industry;

use App\Evaluation\EvaluationContext;
use App\Http\DatedRequest;
use App\Storage\ColumnsForgotten;
use App\Storage\ColumnStore;
use App\Storage\CompanyYears;
use App\Storage\EconomyReader;
use Illuminate\Http\JsonResponse;
use Logion\Figure\Words;
use Logion\Reference\IndustryTree;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

final class IndustryController
{
    public function __construct(
        private readonly ColumnStore $columns,
        private readonly CompanyYears $years,
        private readonly EconomyReader $economy,
    ) {
    }

    public function index(DatedRequest $request): JsonResponse
    {
        return new JsonResponse([
            'currency' => $this->economy->read()->baseCurrency(),
            'industries' => $this->report($request->context())->all(),
        ]);
    }

    public function show(DatedRequest $request, string $code): JsonResponse
    {
        $told = $this->report($request->context())->one($code);
        if ($told['members'] === []) {
            throw new NotFoundHttpException(Words::say('no_company_of_the_industry', name: IndustryTree::label($code)));
        }

        return new JsonResponse($told);
    }

    private function report(EvaluationContext $context): IndustryReport
    {
        $universe =
            $this->columns->universe($context->day, computes: false, as: $context->as) ??
            throw new ColumnsForgotten($context->day);

        return new IndustryReport($universe, $this->years, $context->day, $this->economy->read()->baseCurrency());
    }
}
