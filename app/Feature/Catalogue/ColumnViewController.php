<?php

declare(strict_types=1);

namespace App\Feature\Catalogue;

use App\Evaluation\Catalogues;
use App\Models\ColumnView;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Logion\Screening\ScreenDefinition;

final class ColumnViewController
{
    public function index(Request $request): JsonResponse
    {
        return new JsonResponse(
            ColumnView::query()
                ->of($request->user())
                ->orderBy('name')
                ->get(['id', 'name', 'columns']),
        );
    }

    public function store(Request $request, Catalogues $catalogues): JsonResponse
    {
        $data = $request->validate([
            'name' => ['required', 'string', 'max:120'],
            'columns' => ['required', 'array', 'min:1', 'max:'.ScreenDefinition::MAX_COLUMNS],
            'columns.*' => ['string'],
        ]);
        foreach ($data['columns'] as $column) {
            $catalogues->of($request->user())->parse($column);
        }
        $view = ColumnView::query()->updateOrCreate(
            ['user_id' => $request->user()->id, 'name' => $data['name']],
            ['columns' => $data['columns']],
        );

        return new JsonResponse($view->only(['id', 'name', 'columns']), 201);
    }

    public function destroy(ColumnView $view): JsonResponse
    {
        $view->delete();

        return new JsonResponse(null, 204);
    }
}
