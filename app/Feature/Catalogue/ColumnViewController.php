<?php

declare(strict_types=1);

namespace App\Feature\Catalogue;

use App\Evaluation\Catalogues;
use App\Models\ColumnView;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Logion\Screening\ScreenDefinition;
use OpenApi\Attributes as OA;

final class ColumnViewController
{
    #[OA\Get(path: '/column-views', operationId: 'columnViews', responses: [new OA\Response(response: 200, description: 'Saved sets of columns', content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/ColumnView')))])]
    public function index(Request $request): JsonResponse
    {
        return new JsonResponse(ColumnView::query()->of($request->user())->orderBy('name')->get(['id', 'name', 'columns']));
    }

    #[OA\Post(path: '/column-views', operationId: 'saveColumnView', requestBody: new OA\RequestBody(content: new OA\JsonContent(required: ['name', 'columns'], properties: [new OA\Property(property: 'name', type: 'string'), new OA\Property(property: 'columns', type: 'array', items: new OA\Items(type: 'string'))])), responses: [new OA\Response(response: 201, description: 'Saved; one of the same name is replaced', content: new OA\JsonContent(ref: '#/components/schemas/ColumnView'))])]
    public function store(Request $request, Catalogues $catalogues): JsonResponse
    {
        $data = $request->validate(['name' => ['required', 'string', 'max:120'], 'columns' => ['required', 'array', 'min:1', 'max:'.ScreenDefinition::MAX_COLUMNS], 'columns.*' => ['string']]);
        foreach ($data['columns'] as $column) {
            $catalogues->of($request->user())->parse($column);
        }
        $view = ColumnView::query()->updateOrCreate(['user_id' => $request->user()->id, 'name' => $data['name']], ['columns' => $data['columns']]);

        return new JsonResponse($view->only(['id', 'name', 'columns']), 201);
    }

    #[OA\Delete(path: '/column-views/{id}', operationId: 'deleteColumnView', parameters: [new OA\PathParameter(name: 'id', required: true, schema: new OA\Schema(type: 'integer'))], responses: [new OA\Response(response: 204, description: 'Deleted')])]
    public function destroy(Request $request, int $id): JsonResponse
    {
        ColumnView::query()->of($request->user())->findOrFail($id)->delete();

        return new JsonResponse(null, 204);
    }
}
