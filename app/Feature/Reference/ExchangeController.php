<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use App\Models\Exchange;
use App\Models\Security;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Exchanges and the indices on them. */
final class ExchangeController
{
    public function store(ExchangeRequest $request, Exchanges $exchanges): JsonResponse
    {
        return new JsonResponse($exchanges->create($request->user(), $request->validated())->refresh(), 201);
    }

    public function update(ExchangeRequest $request, Exchanges $exchanges, Exchange $exchange): JsonResponse
    {
        return new JsonResponse($exchanges->change($request->user(), $exchange, $request->safe()->except('code')));
    }

    public function destroy(Request $request, Exchanges $exchanges, Exchange $exchange): JsonResponse
    {
        $exchanges->remove($request->user(), $exchange);

        return new JsonResponse(null, 204);
    }

    public function storeIndex(IndexRequest $request, MarketIndices $indices): JsonResponse
    {
        return new JsonResponse(
            ['id' => $indices->create($request->user(), $request->exchange(), $request->validated('ticker'), $request->validated('name'))],
            201,
        );
    }

    public function updateIndex(IndexRequest $request, MarketIndices $indices, int $index): JsonResponse
    {
        $indices->rename($request->user(), $index, $request->validated('name'));

        return new JsonResponse(null, 204);
    }

    public function destroyIndex(Request $request, MarketIndices $indices, int $index): JsonResponse
    {
        $indices->remove($request->user(), Security::query()->where('kind', 'index')->with('listings')->findOrFail($index));

        return new JsonResponse(null, 204);
    }
}
