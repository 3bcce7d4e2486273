<?php

declare(strict_types=1);

namespace App\Feature\Quality;

use App\Evaluation\CompanyScopes;
use App\Feature\Correction\Corrections;
use App\Http\ProblemResponse;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** What does not hold together in the statements, and the step that mends it. */
final class FindingController
{
    #[OA\Get(path: '/findings', operationId: 'findings', parameters: [
        new OA\QueryParameter(name: 'ticker', schema: new OA\Schema(type: 'string')), new OA\QueryParameter(name: 'check', schema: new OA\Schema(type: 'string')), new OA\QueryParameter(name: 'accepted', schema: new OA\Schema(type: 'boolean')), new OA\QueryParameter(name: 'offset', schema: new OA\Schema(type: 'integer')), new OA\QueryParameter(name: 'limit', schema: new OA\Schema(type: 'integer')),
    ], responses: [new OA\Response(response: 200, description: 'Findings, the heaviest first', content: new OA\JsonContent(required: ['findings', 'total', 'accepted', 'checks'], properties: [
        new OA\Property(property: 'findings', type: 'array', items: new OA\Items(ref: '#/components/schemas/Finding')), new OA\Property(property: 'total', type: 'integer'), new OA\Property(property: 'accepted', type: 'integer'), new OA\Property(property: 'checks', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'integer')),
    ]))])]
    public function index(Request $request, CompanyScopes $scopes, FindingReport $report): JsonResponse
    {
        $data = $request->validate(['ticker' => ['nullable', 'string'], 'check' => ['nullable', 'string', 'max:40'], 'accepted' => ['nullable', 'in:true,false,0,1'], 'offset' => ['integer', 'min:0'], 'limit' => ['integer', 'between:1,500']]);
        $result = $report->of($request->user(), isset($data['ticker']) ? $scopes->companyId($data['ticker']) : null, $data['check'] ?? null, in_array($data['accepted'] ?? '', ['true', '1'], true), (int) ($data['offset'] ?? 0), (int) ($data['limit'] ?? 100));

        return new JsonResponse([...$result, 'checks' => (object) $result['checks']]);
    }

    #[OA\Post(path: '/companies/{ticker}/findings/mend', operationId: 'mendFinding', parameters: [new OA\PathParameter(name: 'ticker', required: true, schema: new OA\Schema(type: 'string'))], requestBody: new OA\RequestBody(content: new OA\JsonContent(required: ['key', 'remedy'], properties: [new OA\Property(property: 'key', type: 'string'), new OA\Property(property: 'remedy', type: 'integer', description: 'Which of its remedies, from 0')])), responses: [new OA\Response(response: 201, description: 'Corrected', content: new OA\JsonContent(required: ['batch'], properties: [new OA\Property(property: 'batch', type: 'string')]))])]
    public function mend(Request $request, CompanyScopes $scopes, FindingReport $report, Corrections $corrections, string $ticker): JsonResponse
    {
        $data = $request->validate(['key' => ['required', 'string', 'max:160'], 'remedy' => ['required', 'integer', 'between:0,20']]);
        $company = $scopes->companyId($ticker);
        $remedy = $report->remedy($request->user(), $company, $data['key'], (int) $data['remedy']);
        if ($remedy === null) {
            return ProblemResponse::unprocessable('The finding is no longer there: the figures have changed since. Reload the list.');
        }

        return new JsonResponse(['batch' => $corrections->make($request->user(), $company, $remedy->figures, $remedy->label, 'Integrity check')], 201);
    }
}
