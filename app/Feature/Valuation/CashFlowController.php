<?php

declare(strict_types=1);

namespace App\Feature\Valuation;

use App\Evaluation\CompanyScopes;
use Illuminate\Http\JsonResponse;
use Logion\Valuation\Method\CashFlow\CashFlowWorking;

/** The discounted cash flow sheet of a company: revalued, solved backwards, varied. */
final class CashFlowController
{
    public function __construct(private readonly CompanyScopes $scopes)
    {
    }

    public function value(SheetRequest $request, string $ticker): JsonResponse
    {
        return new JsonResponse($this->sheet($request, $ticker)->present());
    }

    public function working(SheetRequest $request, string $ticker): JsonResponse
    {
        $model = $this->sheet($request, $ticker)->model;

        return new JsonResponse(['working' => (new CashFlowWorking($model, $model->value()))->perShare(), 'currency' => $model->currency]);
    }

    public function solve(SolveRequest $request, string $ticker): JsonResponse
    {
        $price = $request->validated('price');
        $sheet = $this->sheet($request, $ticker);
        $solutions = [];
        foreach ($request->validated('names') as $name) {
            $solutions[$name] = $sheet->solve($name, $price === null ? null : (float) $price);
        }

        return new JsonResponse(['solutions' => (object) $solutions]);
    }

    public function sensitivity(SensitivityRequest $request, string $ticker): JsonResponse
    {
        return new JsonResponse(
            $this->sheet($request, $ticker)->sensitivity($request->validated('row'), $request->validated('column')),
        );
    }

    private function sheet(SheetRequest $request, string $ticker): CashFlowSheet
    {
        return new CashFlowSheet($this->scopes->open($ticker, $request->context()), $request->changes());
    }
}
