<?php

declare(strict_types=1);

namespace App\Feature\Note;

use App\Evaluation\CompanyScopes;
use App\Http\RequestContexts;
use App\Models\Note;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Logion\Metric\CompanyScope;

final class NoteController
{
    public function index(Request $request, RequestContexts $contexts, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $query = Note::query()->of($request->user())->where('company_id', $scopes->companyId($ticker))->orderByDesc('id');
        $wanted = $request->query('figure');
        if (is_string($wanted)) {
            $figures = array_slice(explode(',', $wanted), 0, 20);
            $query->where(
                static fn ($either) => $either
                    ->whereIn('figure', array_values(array_diff($figures, ['*'])))
                    ->when(in_array('*', $figures, true), static fn ($or) => $or->orWhereNull('figure')),
            );
        }
        $notes = $query->get();
        // Only a note that remembers a figure needs the company opened to compare it.
        $scope = $notes->contains(static fn (Note $note): bool => $note->value_then !== null)
            ? $scopes->open($ticker, $contexts->of($request)->adjusted(false))
            : null;

        return new JsonResponse($notes->map(static fn (Note $note): array => self::present($note, $scope)));
    }

    public function store(Request $request, RequestContexts $contexts, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $data = $request->validate(['figure' => ['nullable', 'string', 'max:120'], 'body' => ['required', 'string', 'max:20000']]);
        $figure = ($data['figure'] ?? '*') === '*' ? null : $data['figure'];
        $scope = $scopes->open($ticker, $contexts->of($request)->adjusted(false));
        $note = Note::query()->create([
            'user_id' => $request->user()->id,
            'company_id' => $scope->company->id,
            'figure' => $figure,
            'body' => $data['body'],
            'value_then' => self::valueNow($figure, $scope),
        ]);

        return new JsonResponse(self::present($note, $scope), 201);
    }

    /** The figure a note is about, a line of a period or a metric of a year, as it stands now; null if it is about none. */
    private static function valueNow(?string $figure, CompanyScope $scope): ?float
    {
        if (preg_match('/^(\w+)@(\d{5}|\d{4})$/D', (string) $figure, $m) !== 1) {
            return null;
        }
        if (strlen($m[2]) === 5) {
            return $scope->facts->instant($m[1], (int) $m[2]);
        }
        $value = $scope->catalogue->find($m[1]) === null ? null : $scope->metric($m[1], $scope->year((int) $m[2]));

        return is_float($value) ? $value : null;
    }

    public function destroy(Note $note): JsonResponse
    {
        $note->delete();

        return new JsonResponse(null, 204);
    }

    /** @return array<string, mixed> */
    private static function present(Note $note, ?CompanyScope $scope): array
    {
        $then = $note->value_then === null ? null : (float) $note->value_then;
        $now = $then === null || $scope === null ? null : self::valueNow($note->figure, $scope);

        return [
            'id' => $note->id,
            'figure' => $note->figure,
            'body' => $note->body,
            'written_on' => $note->created_at?->format('Y-m-d'),
            'value_then' => $then,
            'value_now' => $now,
            'changed' => $then !== null && $scope !== null && $then !== $now,
        ];
    }
}
