<?php

declare(strict_types=1);

namespace App\Feature\Quality;

use App\Evaluation\CompanyScopes;
use App\Feature\Correction\Corrections;
use App\Http\ProblemResponse;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** What does not hold together in the statements, and the step that mends it. */
final class FindingController
{
    public function index(Request $request, CompanyScopes $scopes, FindingReport $report): JsonResponse
    {
        $data = $request->validate([
            'ticker' => ['nullable', 'string'],
            'check' => ['nullable', 'string', 'max:40'],
            'accepted' => ['nullable', 'in:true,false,0,1'],
            'offset' => ['integer', 'min:0'],
            'limit' => ['integer', 'between:1,500'],
        ]);
        $result = $report->of(
            $request->user(),
            isset($data['ticker']) ? $scopes->companyId($data['ticker']) : null,
            $data['check'] ?? null,
            in_array($data['accepted'] ?? '', ['true', '1'], true),
            (int) ($data['offset'] ?? 0),
            (int) ($data['limit'] ?? 100),
        );

        return new JsonResponse([...$result, 'checks' => (object) $result['checks']]);
    }

    public function mend(
        Request $request,
        CompanyScopes $scopes,
        FindingReport $report,
        Corrections $corrections,
        string $ticker,
    ): JsonResponse {
        $data = $request->validate(['key' => ['required', 'string', 'max:160'], 'remedy' => ['required', 'integer', 'between:0,20']]);
        $company = $scopes->companyId($ticker);
        $remedy = $report->remedy($request->user(), $company, $data['key'], (int) $data['remedy']);
        if ($remedy === null) {
            return ProblemResponse::unprocessable('The finding is no longer there: the figures have changed since. Reload the list.');
        }

        return new JsonResponse(
            ['batch' => $corrections->make($request->user(), $company, $remedy->figures, $remedy->label, 'Integrity check')],
            201,
        );
    }
}
