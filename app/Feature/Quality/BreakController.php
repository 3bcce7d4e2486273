<?php

declare(strict_types=1);

namespace App\Feature\Quality;

use App\Evaluation\CompanyScopes;
use App\Feature\Statement\StatementReport;
use App\Http\ProblemResponse;
use App\Http\RequestContexts;
use App\Models\Judgement;
use App\Models\OneOff;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Logion\Reporting\Adjustment\NonRecurringItems;
use Logion\Reporting\LineItems;
use Logion\Time\FiscalPeriod;

/** What a careful reader would ask about, and what the reader holds to be a one-off. */
final class BreakController
{
    public function index(Request $request, RequestContexts $contexts, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $context = $contexts->of($request, $request->query('as_of'));
        $scope = $scopes->accounts($ticker, $context);

        return new JsonResponse([
            'currency' => $scope->company->reportingCurrency,
            'breaks' => (new StatementReport($scope, $context->as))->breaks(),
            'one_offs' => OneOff::query()
                ->of($request->user())
                ->where('company_id', $scope->company->id)
                ->orderByDesc('period')
                ->orderBy('id')
                ->get()
                ->map(self::present(...)),
        ]);
    }

    public function store(Request $request, RequestContexts $contexts, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $data = $request->validate([
            'line' => ['required', 'string'],
            'period' => ['required', 'integer'],
            'amount' => ['required', 'numeric', 'between:-1e16,1e16', 'not_in:0'],
            'before_tax' => ['required', 'boolean'],
            'note' => ['nullable', 'string', 'max:1000'],
            'break_key' => ['nullable', 'string', 'max:120'],
        ]);
        $scope = $scopes->open($ticker, $contexts->of($request));
        $item = LineItems::find($data['line']);
        if ($item === null || ! NonRecurringItems::mayBeMarked($item, $scope->company->template)) {
            return ProblemResponse::unprocessable(
                'A one-off can be marked on a line of the income statement of a '.
                    $scope->company->template->label().
                    '; "'.
                    mb_substr($data['line'], 0, 60).
                    '" is none.',
            );
        }
        if (! $scope->facts->hasPeriod((int) $data['period'])) {
            return ProblemResponse::unprocessable(
                'Nothing is known of '.FiscalPeriod::label((int) $data['period']).', so there is nothing to take a one-off from.',
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

        return new JsonResponse(self::present($oneOff), 201);
    }

    public function update(Request $request, OneOff $oneOff): JsonResponse
    {
        $data = $request->validate([
            'amount' => ['numeric', 'between:-1e16,1e16', 'not_in:0'],
            'before_tax' => ['boolean'],
            'note' => ['string', 'max:1000'],
        ]);
        $oneOff->update($data);

        return new JsonResponse(self::present($oneOff));
    }

    public function destroy(OneOff $oneOff): JsonResponse
    {
        $oneOff->delete();

        return new JsonResponse(null, 204);
    }

    public function judge(Request $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $data = $request->validate([
            'subject' => ['required', 'string', 'max:160', 'regex:/^(break|finding):/'],
            'note' => ['nullable', 'string', 'max:1000'],
        ]);
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

    /** @return array<string, mixed> */
    private static function present(OneOff $oneOff): array
    {
        return [
            'id' => $oneOff->id,
            'line' => $oneOff->line,
            'line_label' => LineItems::find($oneOff->line)->label ?? $oneOff->line,
            'period' => $oneOff->period,
            'period_label' => FiscalPeriod::label((int) $oneOff->period),
            'amount' => (float) $oneOff->amount,
            'before_tax' => $oneOff->before_tax,
            'note' => $oneOff->note,
        ];
    }
}
