<?php

declare(strict_types=1);

namespace App\Feature\Quality;

use App\Evaluation\CompanyScopes;
use App\Feature\Correction\Corrections;
use App\Http\ProblemResponse;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\DB;
use Logion\Figure\Words;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;

/** What does not hold together in the statements, and the step that mends it. */
final class FindingController
{
    public function index(FindingsRequest $request, CompanyScopes $scopes, FindingReport $report): JsonResponse
    {
        $data = $request->validated();
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
        MendRequest $request,
        CompanyScopes $scopes,
        FindingReport $report,
        Corrections $corrections,
        string $ticker,
    ): JsonResponse {
        $company = $scopes->companyId($ticker);
        $remedy = $report->remedy($request->user(), $company, $request->validated('key'), (int) $request->validated('remedy'));
        if ($remedy === null) {
            return ProblemResponse::unprocessable(Words::say('the_finding_is_no_longer_there'));
        }

        // What mends one finding and breaks something else is no remedy.
        return DB::transaction(static function () use ($request, $report, $corrections, $company, $remedy): JsonResponse {
            $before = $report->sentences($request->user(), $company);
            $batch = $corrections->make($request->user(), $company, $remedy->figures, $remedy->label, Words::say('integrity_check'));
            $broken = array_diff_key($report->sentences($request->user(), $company), $before);
            if ($broken !== []) {
                throw new UnprocessableEntityHttpException(Words::say('this_would_break_another_check_correct', broken: reset($broken)));
            }

            return new JsonResponse(['batch' => $batch], 201);
        });
    }
}
