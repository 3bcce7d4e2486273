<?php

declare(strict_types=1);

namespace App\Feature\Portfolio;

use App\Models\Portfolio;
use App\Models\PortfolioEntry;
use App\Models\User;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** Transactions of a portfolio, typed by hand. */
final class EntryController
{
    public function __construct(private readonly EntryReport $report, private readonly EntryRows $rows)
    {
    }

    public function index(EntriesRequest $request, Portfolio $portfolio): JsonResponse
    {
        return new JsonResponse(
            $this->report->page($request->user(), $portfolio, $request->offset(), $request->limit(), $request->security()),
        );
    }

    public function store(EntryRequest $request, Entries $entries, Portfolio $portfolio): JsonResponse
    {
        $entry = $entries->enter($request->user(), $portfolio, $request->validated());

        return new JsonResponse($this->one($request->user(), $entry), 201);
    }

    public function update(EntryRequest $request, Entries $entries, PortfolioEntry $entry): JsonResponse
    {
        return new JsonResponse($this->one($request->user(), $entries->change($request->user(), $entry, $request->validated())));
    }

    public function destroy(Entries $entries, PortfolioEntry $entry): JsonResponse
    {
        $entries->takeBack($entry);

        return new JsonResponse(null, 204);
    }

    public function restore(Request $request, Entries $entries, PortfolioEntry $entry): JsonResponse
    {
        $entries->restore($entry);

        return new JsonResponse($this->one($request->user(), $entry));
    }

    /** All of them as a table that can be read again. */
    public function export(Request $request, Portfolio $portfolio): StreamedResponse
    {
        $table = $this->report->table($request->user(), $portfolio);

        return new StreamedResponse(static fn () => $table->write('csv', fopen('php://output', 'w')), 200, [
            'Content-Type' => 'text/csv; charset=UTF-8',
            'Content-Disposition' => 'attachment; filename="transactions.csv"',
        ]);
    }

    /** @return array<string, mixed> */
    private function one(User $user, PortfolioEntry $entry): array
    {
        return [...$this->report->of($user, [$entry])[0], 'doubt' => $this->rows->doubt($entry->getAttributes())];
    }
}
