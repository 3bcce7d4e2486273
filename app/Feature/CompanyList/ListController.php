<?php

declare(strict_types=1);

namespace App\Feature\CompanyList;

use App\Evaluation\CompanyScopes;
use App\Models\CompanyList;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;

final class ListController
{
    public function index(Request $request): JsonResponse
    {
        return new JsonResponse(
            ListResource::collection(CompanyList::query()->of($request->user())->with('items.company')->orderByDesc('id')->get()),
        );
    }

    public function show(CompanyList $list): JsonResponse
    {
        return new JsonResponse(new ListResource($list));
    }

    public function store(ListRequest $request, CompanyScopes $scopes): JsonResponse
    {
        $companies = array_values(array_unique(array_map($scopes->companyId(...), $request->validated('tickers'))));
        $list = DB::transaction(static function () use ($request, $companies): CompanyList {
            $list = CompanyList::query()->create([
                'user_id' => $request->user()->id,
                'name' => $request->validated('name'),
                'as_of' => $request->context()->day,
            ]);
            foreach ($companies as $position => $company) {
                $list->items()->create(['company_id' => $company, 'position' => $position]);
            }

            return $list;
        });

        return new JsonResponse(new ListResource($list), 201);
    }

    public function mark(MarkRequest $request, CompanyScopes $scopes, CompanyList $list, string $ticker): JsonResponse
    {
        $list
            ->items()
            ->where('company_id', $scopes->companyId($ticker))
            ->firstOrFail()
            ->update(['mark' => $request->validated('mark'), 'reason' => $request->validated('reason')]);

        return new JsonResponse(new ListResource($list));
    }

    public function destroy(CompanyList $list): JsonResponse
    {
        $list->delete();

        return new JsonResponse(null, 204);
    }
}
