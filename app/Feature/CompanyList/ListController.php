<?php

declare(strict_types=1);

namespace App\Feature\CompanyList;

use App\Evaluation\CompanyScopes;
use App\Http\RequestContexts;
use App\Models\CompanyList;
use App\Models\CompanyListItem;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Logion\Time\Day;

final class ListController
{
    public function index(Request $request): JsonResponse
    {
        return new JsonResponse(
            CompanyList::query()->of($request->user())->with('items.company')->orderByDesc('id')->get()->map(self::present(...)),
        );
    }

    public function show(CompanyList $list): JsonResponse
    {
        return new JsonResponse(self::present($list));
    }

    public function store(Request $request, RequestContexts $contexts, CompanyScopes $scopes): JsonResponse
    {
        $data = $request->validate([
            'name' => ['required', 'string', 'max:120'],
            'tickers' => ['required', 'array', 'min:1', 'max:1000'],
            'tickers.*' => ['string'],
            'as_of' => ['nullable', 'string'],
        ]);
        $companies = array_values(array_unique(array_map($scopes->companyId(...), $data['tickers'])));
        $list = DB::transaction(static function () use ($request, $data, $companies, $contexts): CompanyList {
            $list = CompanyList::query()->create([
                'user_id' => $request->user()->id,
                'name' => $data['name'],
                'as_of' => $contexts->of($request, $data['as_of'] ?? null)->day,
            ]);
            foreach ($companies as $position => $company) {
                $list->items()->create(['company_id' => $company, 'position' => $position]);
            }

            return $list;
        });

        return new JsonResponse(self::present($list), 201);
    }

    public function mark(Request $request, CompanyScopes $scopes, CompanyList $list, string $ticker): JsonResponse
    {
        $data = $request->validate(['mark' => ['nullable', 'in:keep,drop,later'], 'reason' => ['nullable', 'string', 'max:500']]);
        $list
            ->items()
            ->where('company_id', $scopes->companyId($ticker))
            ->firstOrFail()
            ->update(['mark' => $data['mark'] ?? null, 'reason' => $data['reason'] ?? null]);

        return new JsonResponse(self::present($list));
    }

    public function destroy(CompanyList $list): JsonResponse
    {
        $list->delete();

        return new JsonResponse(null, 204);
    }

    /** @return array<string, mixed> */
    private static function present(CompanyList $list): array
    {
        $list->loadMissing('items.company');

        return [
            'id' => $list->id,
            'name' => $list->name,
            'as_of' => Day::iso((int) $list->as_of),
            'items' => $list->items->sortBy('position')->values()->map(
                static fn (CompanyListItem $item): array => [
                    'ticker' => $item->company->reference(),
                    'name' => $item->company->name,
                    'mark' => $item->mark,
                    'reason' => $item->reason,
                ],
            ),
        ];
    }
}
