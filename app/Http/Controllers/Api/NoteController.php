<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Models\Note;
use App\Research\CompanyScopes;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

final class NoteController
{
    #[OA\Get(path: '/companies/{ticker}/notes', operationId: 'notes', parameters: [new OA\PathParameter(name: 'ticker', required: true, schema: new OA\Schema(type: 'string')), new OA\QueryParameter(name: 'figure', schema: new OA\Schema(type: 'string'))], responses: [new OA\Response(response: 200, description: 'Own notes on a company, or on one of its figures', content: new OA\JsonContent(type: 'array', items: new OA\Items(type: 'object', required: ['id', 'figure', 'body', 'written_on'], properties: [
        new OA\Property(property: 'id', type: 'integer'), new OA\Property(property: 'figure', type: 'string', nullable: true), new OA\Property(property: 'body', type: 'string'), new OA\Property(property: 'written_on', type: 'string'),
    ])))])]
    public function index(Request $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $query = Note::query()->of($request->user())->where('company_id', $scopes->companyId($ticker))->orderByDesc('id');
        if (is_string($request->query('figure'))) {
            $query->where('figure', $request->query('figure'));
        }

        return new JsonResponse($query->get()->map(self::present(...)));
    }

    #[OA\Post(path: '/companies/{ticker}/notes', operationId: 'writeNote', parameters: [new OA\PathParameter(name: 'ticker', required: true, schema: new OA\Schema(type: 'string'))], requestBody: new OA\RequestBody(content: new OA\JsonContent(required: ['body'], properties: [new OA\Property(property: 'figure', type: 'string', nullable: true), new OA\Property(property: 'body', type: 'string')])), responses: [new OA\Response(response: 201, description: 'Written', content: new OA\JsonContent(required: ['id'], properties: [new OA\Property(property: 'id', type: 'integer')]))])]
    public function store(Request $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $data = $request->validate(['figure' => ['nullable', 'string', 'max:120'], 'body' => ['required', 'string', 'max:20000']]);
        $note = Note::query()->create(['user_id' => $request->user()->id, 'company_id' => $scopes->companyId($ticker), 'figure' => $data['figure'] ?? null, 'body' => $data['body']]);

        return new JsonResponse(self::present($note), 201);
    }

    #[OA\Delete(path: '/notes/{id}', operationId: 'deleteNote', parameters: [new OA\PathParameter(name: 'id', required: true, schema: new OA\Schema(type: 'integer'))], responses: [new OA\Response(response: 204, description: 'Deleted')])]
    public function destroy(Request $request, int $id): JsonResponse
    {
        Note::query()->of($request->user())->findOrFail($id)->delete();

        return new JsonResponse(null, 204);
    }

    /** @return array<string, mixed> */
    private static function present(Note $note): array
    {
        return ['id' => $note->id, 'figure' => $note->figure, 'body' => $note->body, 'written_on' => $note->created_at?->format('Y-m-d')];
    }
}
