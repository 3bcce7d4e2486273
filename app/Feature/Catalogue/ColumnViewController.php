<?php

declare(strict_types=1);

namespace App\Feature\Catalogue;

use App\Evaluation\Catalogues;
use App\Models\ColumnView;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

final class ColumnViewController
{
    public function index(Request $request): JsonResponse
    {
        return new JsonResponse(ColumnViewResource::collection(ColumnView::query()->of($request->user())->orderBy('name')->get()));
    }

    public function store(ColumnViewRequest $request, Catalogues $catalogues): JsonResponse
    {
        foreach ($request->validated('columns') as $column) {
            $catalogues->of($request->user())->parse($column);
        }
        $view = ColumnView::query()->updateOrCreate(
            ['user_id' => $request->user()->id, 'name' => $request->validated('name')],
            ['columns' => $request->validated('columns')],
        );

        return new JsonResponse(new ColumnViewResource($view), 201);
    }

    public function destroy(ColumnView $view): JsonResponse
    {
        $view->delete();

        return new JsonResponse(null, 204);
    }
}
