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

/** Saved valuations: the analyst's changes, the day, and the value they gave then. */
final class ValuationController
{
    public function index(Request $request, CompanyScopes $scopes): JsonResponse
    {
        $query = Valuation::query()->of($request->user())->with('company')->orderByDesc('updated_at')->orderByDesc('id');
        if (is_string($request->query('ticker'))) {
            $query->where('company_id', $scopes->companyId($request->query('ticker')));
        }

        $decided = Decision::query()->of($request->user())->distinct()->pluck('company_id')->flip();

        return new JsonResponse(
            $query
                ->get()
                ->map(
                    static fn (Valuation $valuation): array => [
                        ...self::present($valuation),
                        'decided' => $decided->has($valuation->company_id),
                    ],
                ),
        );
    }

    public function store(Request $request, RequestContexts $contexts, CompanyScopes $scopes): JsonResponse
    {
        $data = $request->validate([
            'ticker' => ['required', 'string'],
            'name' => ['required', 'string', 'max:120'],
            'changes' => ['nullable', 'array'],
            'as_of' => ['nullable', 'string'],
        ]);
        $scope = $scopes->open($data['ticker'], $contexts->of($request, $data['as_of'] ?? null));
        $result = (new CashFlowSheet($scope, $data['changes'] ?? []))->present();
        $valuation = Valuation::query()->create([
            'user_id' => $request->user()->id,
            'company_id' => $scope->company->id,
            'name' => $data['name'],
            'method' => 'dcf',
            'as_of' => $scope->asOf,
            'assumptions' => ['changes' => $data['changes'] ?? [], 'inputs' => $result['assumptions']],
            'per_share' => $result['per_share'],
            'currency' => $result['currency'],
        ]);

        return new JsonResponse(self::present($valuation->load('company')), 201);
    }

    public function destroy(Valuation $valuation): JsonResponse
    {
        $valuation->delete();

        return new JsonResponse(null, 204);
    }

    /** @return array<string, mixed> */
    private static function present(Valuation $valuation): array
    {
        return [
            'id' => $valuation->id,
            'ticker' => $valuation->company->reference(),
            'company' => $valuation->company->name,
            'name' => $valuation->name,
            'as_of' => Day::iso((int) $valuation->as_of),
            'per_share' => $valuation->per_share,
            'currency' => $valuation->currency,
            'changes' => (object) $valuation->assumptions['changes'],
        ];
    }
}
