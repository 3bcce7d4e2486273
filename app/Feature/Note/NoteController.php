<?php

declare(strict_types=1);

namespace App\Feature\Note;

use App\Evaluation\CompanyScopes;
use App\Http\DatedRequest;
use App\Models\Note;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Http\JsonResponse;

final class NoteController
{
    public function index(DatedRequest $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $query = Note::query()->of($request->user())->where('company_id', $scopes->companyId($ticker))->orderByDesc('id');
        $wanted = $request->query('figure');
        if (is_string($wanted)) {
            $figures = array_slice(explode(',', $wanted), 0, 20);
            $query->where(
                static fn (Builder $either) => $either
                    ->whereIn('figure', array_values(array_diff($figures, ['*'])))
                    ->when(in_array('*', $figures, true), static fn (Builder $or) => $or->orWhereNull('figure')),
            );
        }
        $notes = $query->get();
        // Only a note that remembers a figure needs the company opened to compare it.
        $scope = $notes->contains(static fn (Note $note): bool => $note->value_then !== null)
            ? $scopes->open($ticker, $request->context()->adjusted(false))
            : null;

        return new JsonResponse($notes->map(static fn (Note $note): NoteResource => new NoteResource($note, $scope)));
    }

    public function store(NoteRequest $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $figure = ($request->validated('figure') ?? '*') === '*' ? null : $request->validated('figure');
        $scope = $scopes->open($ticker, $request->context()->adjusted(false));
        $note = Note::query()->create([
            'user_id' => $request->user()->id,
            'company_id' => $scope->company->id,
            'figure' => $figure,
            'body' => $request->validated('body'),
            'on_day' => $request->today(),
            'value_then' => NotedFigure::now($figure, $scope),
        ]);

        return new JsonResponse(new NoteResource($note, $scope), 201);
    }

    public function destroy(Note $note): JsonResponse
    {
        $note->delete();

        return new JsonResponse(null, 204);
    }
}
