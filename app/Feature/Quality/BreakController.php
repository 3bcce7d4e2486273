<?php

declare(strict_types=1);

namespace App\Feature\Quality;

use App\Evaluation\CompanyScopes;
use App\Feature\Statement\StatementReport;
use App\Http\DatedRequest;
use App\Http\ProblemResponse;
use App\Models\Judgement;
use App\Models\OneOff;
use Illuminate\Http\JsonResponse;
use Logion\Figure\Words;
use Logion\Reporting\Adjustment\NonRecurringItems;
use Logion\Reporting\LineItems;
use Logion\Time\FiscalPeriod;

/** What a careful reader would ask about, and what the reader holds to be a one-off. */
final class BreakController
{
    public function index(DatedRequest $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $context = $request->context();
        $scope = $scopes->accounts($ticker, $context);

        return new JsonResponse([
            'currency' => $scope->company->reportingCurrency,
            'breaks' => (new StatementReport($scope, $context->as))->breaks(),
            'one_offs' => OneOffResource::collection(
                OneOff::query()
                    ->of($request->user())
                    ->where('company_id', $scope->company->id)
                    ->orderByDesc('period')
                    ->orderBy('id')
                    ->get(),
            ),
        ]);
    }

    public function store(OneOffRequest $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $data = $request->validated();
        $scope = $scopes->open($ticker, $request->context());
        $item = LineItems::find($data['line']);
        if ($item === null || ! NonRecurringItems::mayBeMarked($item, $scope->company->template)) {
            return ProblemResponse::unprocessable(
                Words::say('a_one_off_can_be_marked', label: $scope->company->template->label(), line: mb_substr($data['line'], 0, 60)),
            );
        }
        if (! $scope->facts->hasPeriod((int) $data['period'])) {
            return ProblemResponse::unprocessable(
                Words::say('nothing_is_known_of_so_there', period: FiscalPeriod::label((int) $data['period'])),
            );
        }
        $oneOff = OneOff::query()->create([
            'user_id' => $request->user()->id,
            'company_id' => $scope->company->id,
            'line' => $data['line'],
            'period' => $data['period'],
            'amount' => $data['amount'],
            'before_tax' => $data['before_tax'],
            'note' => $data['note'] ?? '',
            'break_key' => $data['break_key'] ?? null,
        ]);

        return new JsonResponse(new OneOffResource($oneOff), 201);
    }

    public function update(OneOffChangeRequest $request, OneOff $oneOff): JsonResponse
    {
        $oneOff->update($request->validated());

        return new JsonResponse(new OneOffResource($oneOff));
    }

    public function destroy(OneOff $oneOff): JsonResponse
    {
        $oneOff->delete();

        return new JsonResponse(null, 204);
    }

    public function judge(JudgementRequest $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $data = $request->validated();
        $judgement = Judgement::query()->updateOrCreate(
            ['user_id' => $request->user()->id, 'company_id' => $scopes->companyId($ticker), 'subject' => $data['subject']],
            ['note' => $data['note'] ?? ''],
        );

        return new JsonResponse(['id' => $judgement->id], 201);
    }

    public function unjudge(Judgement $judgement): JsonResponse
    {
        $judgement->delete();

        return new JsonResponse(null, 204);
    }
}
