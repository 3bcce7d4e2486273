<?php

declare(strict_types=1);

namespace App\Feature\Layout;

use App\Models\ReadingLayout;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;

final class LayoutController
{
    public function index(Request $request): JsonResponse
    {
        return new JsonResponse(
            LayoutResource::collection(ReadingLayout::query()->of($request->user())->orderBy('template')->orderBy('name')->get()),
        );
    }

    /** One of the same name takes the place of the other. */
    public function store(LayoutRequest $request): JsonResponse
    {
        $layout = $request->layout();
        $kept = DB::transaction(static function () use ($request, $layout): ReadingLayout {
            $kept = ReadingLayout::query()->updateOrCreate(
                ['user_id' => $request->user()->id, 'template' => $layout['template'], 'name' => $layout['name']],
                $layout,
            );
            self::onlyDefault($kept);

            return $kept;
        });

        return new JsonResponse(new LayoutResource($kept), 201);
    }

    public function update(LayoutRequest $request, ReadingLayout $layout): JsonResponse
    {
        DB::transaction(static function () use ($request, $layout): void {
            $layout->update($request->layout());
            self::onlyDefault($layout);
        });

        return new JsonResponse(new LayoutResource($layout));
    }

    public function destroy(ReadingLayout $layout): JsonResponse
    {
        $layout->delete();

        return new JsonResponse(null, 204);
    }

    /** A kind of business opens with one layout. */
    private static function onlyDefault(ReadingLayout $layout): void
    {
        if ($layout->is_default) {
            ReadingLayout::query()
                ->where('user_id', $layout->user_id)
                ->where('template', $layout->template)
                ->whereKeyNot($layout->id)
                ->update(['is_default' => false]);
        }
    }
}
