<?php

declare(strict_types=1);

namespace App\Feature\Valuation;

use App\Evaluation\CompanyScopes;
use App\Http\RequestContexts;
use App\Models\Decision;
use App\Models\Valuation;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Logion\Time\Day;
use OpenApi\Attributes as OA;

/** Saved valuations: the analyst's changes, the day, and the value they gave then. */
final class ValuationController
{
    #[OA\Get(path: '/valuations', operationId: 'valuations', parameters: [new OA\QueryParameter(name: 'ticker', schema: new OA\Schema(type: 'string'))], responses: [new OA\Response(response: 200, description: 'Own valuations', content: new OA\JsonContent(type: 'array', items: new OA\Items(type: 'object', required: ['id', 'ticker', 'name', 'company', 'as_of', 'per_share', 'currency', 'changes', 'decided'], properties: [
        new OA\Property(property: 'id', type: 'integer'), new OA\Property(property: 'ticker', type: 'string'), new OA\Property(property: 'company', type: 'string'), new OA\Property(property: 'name', type: 'string'), new OA\Property(property: 'as_of', type: 'string'), new OA\Property(property: 'per_share', type: 'number', nullable: true), new OA\Property(property: 'currency', type: 'string'), new OA\Property(property: 'changes', ref: '#/components/schemas/CashFlowChanges'), new OA\Property(property: 'decided', type: 'boolean', description: 'Whether there is a decision on the company'),
    ])))])]
    public function index(Request $request, CompanyScopes $scopes): JsonResponse
    {
        $query = Valuation::query()->of($request->user())->with('company')->orderByDesc('updated_at')->orderByDesc('id');
        if (is_string($request->query('ticker'))) {
            $query->where('company_id', $scopes->companyId($request->query('ticker')));
        }

        $decided = Decision::query()->of($request->user())->distinct()->pluck('company_id')->flip();

        return new JsonResponse($query->get()->map(static fn (Valuation $valuation): array => [...self::present($valuation), 'decided' => $decided->has($valuation->company_id)]));
    }

    #[OA\Post(path: '/valuations', operationId: 'saveValuation', requestBody: new OA\RequestBody(content: new OA\JsonContent(required: ['ticker', 'name'], properties: [
        new OA\Property(property: 'ticker', type: 'string'), new OA\Property(property: 'name', type: 'string'), new OA\Property(property: 'changes', ref: '#/components/schemas/CashFlowChanges'), new OA\Property(property: 'as_of', type: 'string', nullable: true),
    ])), responses: [new OA\Response(response: 201, description: 'Saved', content: new OA\JsonContent(required: ['id'], properties: [new OA\Property(property: 'id', type: 'integer')]))])]
    public function store(Request $request, RequestContexts $contexts, CompanyScopes $scopes): JsonResponse
    {
        $data = $request->validate(['ticker' => ['required', 'string'], 'name' => ['required', 'string', 'max:120'], 'changes' => ['nullable', 'array'], 'as_of' => ['nullable', 'string']]);
        $scope = $scopes->open($data['ticker'], $contexts->of($request, $data['as_of'] ?? null));
        $result = (new CashFlowSheet($scope, $data['changes'] ?? []))->present();
        $valuation = Valuation::query()->create([
            'user_id' => $request->user()->id, 'company_id' => $scope->company->id, 'name' => $data['name'], 'method' => 'dcf', 'as_of' => $scope->asOf,
            'assumptions' => ['changes' => $data['changes'] ?? [], 'inputs' => $result['assumptions']], 'per_share' => $result['per_share'], 'currency' => $result['currency'],
        ]);

        return new JsonResponse(self::present($valuation->load('company')), 201);
    }

    #[OA\Delete(path: '/valuations/{id}', operationId: 'deleteValuation', parameters: [new OA\PathParameter(name: 'id', required: true, schema: new OA\Schema(type: 'integer'))], responses: [new OA\Response(response: 204, description: 'Deleted')])]
    public function destroy(Request $request, int $id): JsonResponse
    {
        Valuation::query()->of($request->user())->findOrFail($id)->delete();

        return new JsonResponse(null, 204);
    }

    /** @return array<string, mixed> */
    private static function present(Valuation $valuation): array
    {
        return [
            'id' => $valuation->id, 'ticker' => $valuation->company->reference(), 'company' => $valuation->company->name, 'name' => $valuation->name, 'as_of' => Day::iso((int) $valuation->as_of),
            'per_share' => $valuation->per_share, 'currency' => $valuation->currency, 'changes' => (object) $valuation->assumptions['changes'],
        ];
    }
}
