<?php

declare(strict_types=1);

namespace App\Http\Controllers\Api;

use App\Models\Screen;
use App\Research\CompanyScopes;
use App\Research\ScreenRunner;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Logion\Screening\Screen as ScreenDefinition;
use OpenApi\Attributes as OA;

final class ScreenController
{
    #[OA\Post(path: '/screens/run', operationId: 'runScreen', requestBody: new OA\RequestBody(content: new OA\JsonContent(required: ['screen'], properties: [
        new OA\Property(property: 'screen', ref: '#/components/schemas/ScreenDefinition'), new OA\Property(property: 'as_of', type: 'string', nullable: true), new OA\Property(property: 'offset', type: 'integer'), new OA\Property(property: 'limit', type: 'integer'), new OA\Property(property: 'alone', type: 'boolean'),
    ])), responses: [new OA\Response(response: 200, description: 'Survivors after each step, and a page of the last', content: new OA\JsonContent(ref: '#/components/schemas/ScreenResult'))])]
    public function run(Request $request, ScreenRunner $runner, CompanyScopes $scopes): JsonResponse
    {
        $data = $request->validate(['screen' => ['required', 'array'], 'as_of' => ['nullable', 'string'], 'offset' => ['integer', 'min:0'], 'limit' => ['integer', 'min:1', 'max:1000'], 'alone' => ['boolean']]);
        $screen = ScreenDefinition::fromArray($data['screen']);

        return new JsonResponse($runner->run($screen, $scopes->day($data['as_of'] ?? null), $data['offset'] ?? 0, $data['limit'] ?? 100, $data['alone'] ?? false, false));
    }

    #[OA\Post(path: '/screens/distribution', operationId: 'distribution', requestBody: new OA\RequestBody(content: new OA\JsonContent(required: ['formula'], properties: [
        new OA\Property(property: 'formula', type: 'string'), new OA\Property(property: 'universe', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'array', items: new OA\Items)), new OA\Property(property: 'as_of', type: 'string', nullable: true),
    ])), responses: [new OA\Response(response: 200, description: 'How a figure is spread over a universe', content: new OA\JsonContent(ref: '#/components/schemas/Distribution'))])]
    public function distribution(Request $request, ScreenRunner $runner, CompanyScopes $scopes): JsonResponse
    {
        $data = $request->validate(['formula' => ['required', 'string'], 'universe' => ['nullable', 'array'], 'as_of' => ['nullable', 'string']]);

        return new JsonResponse($runner->distribution($data['formula'], $data['universe'] ?? [], $scopes->day($data['as_of'] ?? null)));
    }

    #[OA\Get(path: '/screens', operationId: 'screens', responses: [new OA\Response(response: 200, description: 'Saved screens', content: new OA\JsonContent(type: 'array', items: new OA\Items(type: 'object', required: ['id', 'name', 'definition'], properties: [new OA\Property(property: 'id', type: 'integer'), new OA\Property(property: 'name', type: 'string'), new OA\Property(property: 'definition', ref: '#/components/schemas/ScreenDefinition')])))])]
    public function index(Request $request): JsonResponse
    {
        return new JsonResponse(Screen::query()->of($request->user())->orderByDesc('updated_at')->orderByDesc('id')->get(['id', 'name', 'definition', 'updated_at']));
    }

    #[OA\Post(path: '/screens', operationId: 'saveScreen', requestBody: new OA\RequestBody(content: new OA\JsonContent(ref: '#/components/schemas/ScreenDefinition')), responses: [new OA\Response(response: 201, description: 'Saved', content: new OA\JsonContent(required: ['id'], properties: [new OA\Property(property: 'id', type: 'integer')]))])]
    public function store(Request $request): JsonResponse
    {
        $screen = self::definition($request);
        $saved = Screen::query()->create(['user_id' => $request->user()->id, 'name' => $screen->name, 'definition' => $screen->toArray()]);

        return new JsonResponse($saved->only(['id', 'name', 'definition']), 201);
    }

    #[OA\Put(path: '/screens/{id}', operationId: 'updateScreen', parameters: [new OA\PathParameter(name: 'id', required: true, schema: new OA\Schema(type: 'integer'))], requestBody: new OA\RequestBody(content: new OA\JsonContent(ref: '#/components/schemas/ScreenDefinition')), responses: [new OA\Response(response: 200, description: 'Saved')])]
    public function update(Request $request, int $id): JsonResponse
    {
        $saved = Screen::query()->of($request->user())->findOrFail($id);
        $screen = self::definition($request);
        $saved->update(['name' => $screen->name, 'definition' => $screen->toArray()]);

        return new JsonResponse($saved->only(['id', 'name', 'definition']));
    }

    #[OA\Delete(path: '/screens/{id}', operationId: 'deleteScreen', parameters: [new OA\PathParameter(name: 'id', required: true, schema: new OA\Schema(type: 'integer'))], responses: [new OA\Response(response: 204, description: 'Deleted')])]
    public function destroy(Request $request, int $id): JsonResponse
    {
        Screen::query()->of($request->user())->findOrFail($id)->delete();

        return new JsonResponse(null, 204);
    }

    private static function definition(Request $request): ScreenDefinition
    {
        $screen = ScreenDefinition::fromArray($request->all());
        foreach ($screen->criteria as $criterion) {
            \Logion\Metrics\Catalogue::builtIn()->parse($criterion['formula']);
        }

        return $screen;
    }
}
