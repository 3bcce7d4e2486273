<?php

declare(strict_types=1);

namespace App\Feature\CompanyList;

use App\Evaluation\CompanyScopes;
use App\Http\DatedRequest;
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

    /** The companies of a list as they stand. */
    public function watch(DatedRequest $request, WatchReport $report, CompanyList $list): JsonResponse
    {
        return new JsonResponse($report->of($list, $request->context()));
    }

    public function update(WatchRequest $request, WatchReport $report, CompanyList $list): JsonResponse
    {
        $list->update($request->changes());

        return new JsonResponse($report->of($list->refresh(), $request->context()));
    }

    /** Adds a company at the end; one that is there stays where it is. */
    public function add(DatedRequest $request, CompanyScopes $scopes, WatchReport $report, CompanyList $list, string $ticker): JsonResponse
    {
        $list->items()->firstOrCreate(
            ['company_id' => $scopes->companyId($ticker)],
            ['position' => 1 + (int) $list->items()->max('position')],
        );

        return new JsonResponse($report->of($list->refresh(), $request->context()));
    }

    public function remove(CompanyScopes $scopes, CompanyList $list, string $ticker): JsonResponse
    {
        $list->items()->where('company_id', $scopes->companyId($ticker))->delete();

        return new JsonResponse(null, 204);
    }

    public function mark(MarkRequest $request, CompanyScopes $scopes, CompanyList $list, string $ticker): JsonResponse
    {
        $list
            ->items()
            ->where('company_id', $scopes->companyId($ticker))
            ->firstOrFail()
            ->update($request->changes());

        return new JsonResponse(new ListResource($list));
    }

    public function destroy(CompanyList $list): JsonResponse
    {
        $list->delete();

        return new JsonResponse(null, 204);
    }
}
