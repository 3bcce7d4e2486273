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
use OpenApi\Attributes as OA;

final class ListController
{
    #[OA\Get(path: '/lists', operationId: 'lists', responses: [new OA\Response(response: 200, description: 'Own lists', content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/CompanyList')))])]
    public function index(Request $request): JsonResponse
    {
        return new JsonResponse(CompanyList::query()->of($request->user())->with('items.company')->orderByDesc('id')->get()->map(self::present(...)));
    }

    #[OA\Get(path: '/lists/{id}', operationId: 'list', parameters: [new OA\PathParameter(name: 'id', required: true, schema: new OA\Schema(type: 'integer'))], responses: [new OA\Response(response: 200, description: 'One list', content: new OA\JsonContent(ref: '#/components/schemas/CompanyList'))])]
    public function show(Request $request, int $id): JsonResponse
    {
        return new JsonResponse(self::present($this->find($request, $id)));
    }

    #[OA\Post(path: '/lists', operationId: 'saveList', requestBody: new OA\RequestBody(content: new OA\JsonContent(required: ['name', 'tickers'], properties: [new OA\Property(property: 'name', type: 'string'), new OA\Property(property: 'tickers', type: 'array', items: new OA\Items(type: 'string')), new OA\Property(property: 'as_of', type: 'string', nullable: true)])), responses: [new OA\Response(response: 201, description: 'Saved', content: new OA\JsonContent(ref: '#/components/schemas/CompanyList'))])]
    public function store(Request $request, RequestContexts $contexts, CompanyScopes $scopes): JsonResponse
    {
        $data = $request->validate(['name' => ['required', 'string', 'max:120'], 'tickers' => ['required', 'array', 'min:1', 'max:1000'], 'tickers.*' => ['string'], 'as_of' => ['nullable', 'string']]);
        $companies = array_values(array_unique(array_map($scopes->companyId(...), $data['tickers'])));
        $list = DB::transaction(static function () use ($request, $data, $companies, $contexts): CompanyList {
            $list = CompanyList::query()->create(['user_id' => $request->user()->id, 'name' => $data['name'], 'as_of' => $contexts->of($request, $data['as_of'] ?? null)->day]);
            foreach ($companies as $position => $company) {
                $list->items()->create(['company_id' => $company, 'position' => $position]);
            }

            return $list;
        });

        return new JsonResponse(self::present($this->find($request, $list->id)), 201);
    }

    #[OA\Put(path: '/lists/{id}/items/{ticker}', operationId: 'markItem', parameters: [new OA\PathParameter(name: 'id', required: true, schema: new OA\Schema(type: 'integer')), new OA\PathParameter(name: 'ticker', required: true, schema: new OA\Schema(type: 'string'))], requestBody: new OA\RequestBody(content: new OA\JsonContent(properties: [new OA\Property(property: 'mark', type: 'string', nullable: true, enum: ['keep', 'drop', 'later']), new OA\Property(property: 'reason', type: 'string', nullable: true)])), responses: [new OA\Response(response: 200, description: 'Marked', content: new OA\JsonContent(ref: '#/components/schemas/CompanyList'))])]
    public function mark(Request $request, CompanyScopes $scopes, int $id, string $ticker): JsonResponse
    {
        $list = $this->find($request, $id);
        $data = $request->validate(['mark' => ['nullable', 'in:keep,drop,later'], 'reason' => ['nullable', 'string', 'max:500']]);
        $list->items()->where('company_id', $scopes->companyId($ticker))->firstOrFail()->update(['mark' => $data['mark'] ?? null, 'reason' => $data['reason'] ?? null]);

        return new JsonResponse(self::present($this->find($request, $id)));
    }

    #[OA\Delete(path: '/lists/{id}', operationId: 'deleteList', parameters: [new OA\PathParameter(name: 'id', required: true, schema: new OA\Schema(type: 'integer'))], responses: [new OA\Response(response: 204, description: 'Deleted')])]
    public function destroy(Request $request, int $id): JsonResponse
    {
        $this->find($request, $id)->delete();

        return new JsonResponse(null, 204);
    }

    private function find(Request $request, int $id): CompanyList
    {
        return CompanyList::query()->of($request->user())->with('items.company')->findOrFail($id);
    }

    /** @return array<string, mixed> */
    private static function present(CompanyList $list): array
    {
        return [
            'id' => $list->id, 'name' => $list->name, 'as_of' => Day::iso((int) $list->as_of),
            'items' => $list->items->sortBy('position')->values()->map(static fn (CompanyListItem $item): array => [
                'ticker' => $item->company->reference(), 'name' => $item->company->name, 'mark' => $item->mark, 'reason' => $item->reason,
            ]),
        ];
    }
}
