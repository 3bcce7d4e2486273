<?php

declare(strict_types=1);

namespace App\Feature\Valuation;

use App\Evaluation\CompanyScopes;
use App\Http\RequestContexts;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** The discounted cash flow sheet of a company: revalued, solved backwards, varied. */
final class CashFlowController
{
    public function value(Request $request, RequestContexts $contexts, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        return new JsonResponse($this->sheet($request, $contexts, $scopes, $ticker)->present());
    }

    public function working(Request $request, RequestContexts $contexts, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $sheet = $this->sheet($request, $contexts, $scopes, $ticker);

        return new JsonResponse(['working' => $sheet->model->working($sheet->model->value()), 'currency' => $sheet->model->currency]);
    }

    public function solve(Request $request, RequestContexts $contexts, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $data = $request->validate([
            'names' => ['required', 'array', 'min:1', 'max:20'],
            'names.*' => ['string'],
            'price' => ['nullable', 'numeric', 'gt:0'],
        ]);
        $sheet = $this->sheet($request, $contexts, $scopes, $ticker);
        $solutions = [];
        foreach ($data['names'] as $name) {
            $solutions[$name] = $sheet->solve($name, isset($data['price']) ? (float) $data['price'] : null);
        }

        return new JsonResponse(['solutions' => (object) $solutions]);
    }

    public function sensitivity(Request $request, RequestContexts $contexts, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $data = $request->validate(['row' => ['required', 'string'], 'column' => ['required', 'string', 'different:row']]);

        return new JsonResponse($this->sheet($request, $contexts, $scopes, $ticker)->sensitivity($data['row'], $data['column']));
    }

    private function sheet(Request $request, RequestContexts $contexts, CompanyScopes $scopes, string $ticker): CashFlowSheet
    {
        $data = $request->validate(['changes' => ['nullable', 'array'], 'as_of' => ['nullable', 'string']]);

        return new CashFlowSheet($scopes->open($ticker, $contexts->of($request, $data['as_of'] ?? null)), $data['changes'] ?? []);
    }
}
