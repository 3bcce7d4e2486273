<?php

declare(strict_types=1);

namespace App\Feature\Valuation;

use App\Evaluation\CompanyScopes;
use App\Http\RequestContexts;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** The discounted cash flow sheet of a company: revalued, solved backwards, varied. */
final class CashFlowController
{
    #[OA\Post(path: '/companies/{ticker}/cash-flow-value', operationId: 'valueByCashFlow', parameters: [new OA\PathParameter(name: 'ticker', required: true, schema: new OA\Schema(type: 'string'))], requestBody: new OA\RequestBody(content: new OA\JsonContent(properties: [
        new OA\Property(property: 'changes', ref: '#/components/schemas/CashFlowChanges'), new OA\Property(property: 'as_of', type: 'string', nullable: true),
    ])), responses: [new OA\Response(response: 200, description: 'Value with its sheet', content: new OA\JsonContent(ref: '#/components/schemas/CashFlowValuation'))])]
    public function value(Request $request, RequestContexts $contexts, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        return new JsonResponse($this->sheet($request, $contexts, $scopes, $ticker)->present());
    }

    #[OA\Post(path: '/companies/{ticker}/cash-flow-value/working', operationId: 'workingOfCashFlow', parameters: [new OA\PathParameter(name: 'ticker', required: true, schema: new OA\Schema(type: 'string'))], requestBody: new OA\RequestBody(content: new OA\JsonContent(properties: [
        new OA\Property(property: 'changes', ref: '#/components/schemas/CashFlowChanges'), new OA\Property(property: 'as_of', type: 'string', nullable: true),
    ])), responses: [new OA\Response(response: 200, description: 'The working of the value per share', content: new OA\JsonContent(required: ['working', 'currency'], properties: [new OA\Property(property: 'working', ref: '#/components/schemas/Working'), new OA\Property(property: 'currency', type: 'string')]))])]
    public function working(Request $request, RequestContexts $contexts, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $sheet = $this->sheet($request, $contexts, $scopes, $ticker);

        return new JsonResponse(['working' => $sheet->model->working($sheet->model->value()), 'currency' => $sheet->model->currency]);
    }

    #[OA\Post(path: '/companies/{ticker}/cash-flow-value/solve', operationId: 'solveCashFlow', parameters: [new OA\PathParameter(name: 'ticker', required: true, schema: new OA\Schema(type: 'string'))], requestBody: new OA\RequestBody(content: new OA\JsonContent(required: ['names'], properties: [
        new OA\Property(property: 'names', type: 'array', items: new OA\Items(type: 'string')), new OA\Property(property: 'price', type: 'number', nullable: true), new OA\Property(property: 'changes', ref: '#/components/schemas/CashFlowChanges'), new OA\Property(property: 'as_of', type: 'string', nullable: true),
    ])), responses: [new OA\Response(response: 200, description: 'What one must believe: the figure at which the value meets the price, or null if none in a sensible range does', content: new OA\JsonContent(required: ['solutions'], properties: [
        new OA\Property(property: 'solutions', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'number', nullable: true)),
    ]))])]
    public function solve(Request $request, RequestContexts $contexts, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $data = $request->validate(['names' => ['required', 'array', 'min:1', 'max:20'], 'names.*' => ['string'], 'price' => ['nullable', 'numeric', 'gt:0']]);
        $sheet = $this->sheet($request, $contexts, $scopes, $ticker);
        $solutions = [];
        foreach ($data['names'] as $name) {
            $solutions[$name] = $sheet->solve($name, isset($data['price']) ? (float) $data['price'] : null);
        }

        return new JsonResponse(['solutions' => (object) $solutions]);
    }

    #[OA\Post(path: '/companies/{ticker}/cash-flow-value/sensitivity', operationId: 'varyCashFlow', parameters: [new OA\PathParameter(name: 'ticker', required: true, schema: new OA\Schema(type: 'string'))], requestBody: new OA\RequestBody(content: new OA\JsonContent(required: ['row', 'column'], properties: [
        new OA\Property(property: 'row', type: 'string'), new OA\Property(property: 'column', type: 'string'), new OA\Property(property: 'changes', ref: '#/components/schemas/CashFlowChanges'), new OA\Property(property: 'as_of', type: 'string', nullable: true),
    ])), responses: [new OA\Response(response: 200, description: 'Value per share for pairs of two assumptions', content: new OA\JsonContent(required: ['row', 'column', 'rows', 'columns', 'values'], properties: [
        new OA\Property(property: 'row', type: 'string'), new OA\Property(property: 'column', type: 'string'), new OA\Property(property: 'rows', type: 'array', items: new OA\Items(type: 'number')), new OA\Property(property: 'columns', type: 'array', items: new OA\Items(type: 'number')),
        new OA\Property(property: 'values', type: 'array', items: new OA\Items(type: 'array', items: new OA\Items(type: 'number', nullable: true))),
    ]))])]
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
