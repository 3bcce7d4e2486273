<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use App\Models\Exchange;
use App\Models\Security;
use App\Storage\Identity\Indices;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Logion\Figure\Words;
use Logion\Intake\Refusal;

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

    public function merge(MergeRequest $request, Exchanges $exchanges, Exchange $exchange): JsonResponse
    {
        $into = $request->validated('into');
        $kept =
            Exchange::query()->where('code', strtoupper($into))->first() ??
            throw Refusal::because(Words::say('there_is_no_exchange_make_it', exchange: $into));
        $exchanges->merge($request->user(), $exchange, $kept);

        return new JsonResponse(null, 204);
    }

    public function mergeIndex(MergeRequest $request, MarketIndices $indices, Indices $tickers, int $index): JsonResponse
    {
        $into = $request->validated('into');
        $kept = $tickers->find(strtoupper($into)) ?? throw Refusal::because($tickers->unknown($into));
        $all = Security::query()->where('kind', 'index')->whereKey([$index, $kept])->get();
        $indices->merge($request->user(), $all->findOrFail($index), $all->findOrFail($kept));

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
