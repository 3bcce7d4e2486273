<?php

declare(strict_types=1);

namespace App\Feature\Expectation;

use App\Evaluation\CompanyScopes;
use App\Models\OwnEstimate;
use Illuminate\Http\JsonResponse;
use Logion\Figure\Words;
use Logion\Intake\Refusal;
use Logion\Time\FiscalPeriod;

final class OwnEstimateController
{
    /** Of a line and a year one has one estimate; a new one takes its place. */
    public function keep(OwnEstimateRequest $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $scope = $scopes->open($ticker, $request->context());
        $year = (int) $request->validated('year');
        $latest = $scope->facts->latestYear();
        if ($latest !== null && $year <= $latest) {
            throw Refusal::because(Words::say('the_year_is_already_reported', year: $year, next: $latest + 1));
        }
        $estimate = OwnEstimate::query()->updateOrCreate(
            [
                'user_id' => $request->user()->id,
                'company_id' => $scope->company->id,
                'line' => $request->validated('line'),
                'period' => FiscalPeriod::year($year),
            ],
            [
                'value' => (float) $request->validated('value'),
                'note' => $request->validated('note') ?? '',
                'on_day' => $scope->asOf,
            ],
        );

        return new JsonResponse(['id' => (int) $estimate->id]);
    }

    public function destroy(OwnEstimate $estimate): JsonResponse
    {
        $estimate->delete();

        return new JsonResponse(null, 204);
    }
}
