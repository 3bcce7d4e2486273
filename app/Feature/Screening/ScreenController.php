<?php

declare(strict_types=1);

namespace App\Feature\Screening;

use App\Evaluation\Catalogues;
use App\Files\TableFile;
use App\Http\RequestContexts;
use App\Models\Screen;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Logion\Screening\ScreenDefinition;
use Symfony\Component\HttpFoundation\StreamedResponse;

final class ScreenController
{
    public function run(Request $request, ScreenRunner $runner, RequestContexts $contexts): JsonResponse
    {
        [$screen, $context, $data] = ScreenRequest::read($request, $contexts, [
            'offset' => ['integer', 'min:0'],
            'limit' => ['integer', 'min:1', 'max:1000'],
            'shaded' => ['boolean'],
        ]);

        return new JsonResponse(
            $runner->run($screen, $context, $data['offset'] ?? 0, $data['limit'] ?? 100, $data['shaded'] ?? false, false),
        );
    }

    public function closerLook(Request $request, ScreenRunner $runner, RequestContexts $contexts): JsonResponse
    {
        [$screen, $context] = ScreenRequest::read($request, $contexts);

        return new JsonResponse(['warnings' => $runner->closerLook($screen, $context)]);
    }

    public function groupLines(Request $request, ScreenRunner $runner, RequestContexts $contexts): JsonResponse
    {
        [$screen, $context] = ScreenRequest::read($request, $contexts);

        return new JsonResponse(['lines' => (object) $runner->groupLines($screen, $context)]);
    }

    public function proposals(Request $request, ScreenRunner $runner, RequestContexts $contexts): JsonResponse
    {
        [$screen, $context, $data] = ScreenRequest::read($request, $contexts, ['wished' => ['required', 'integer', 'min:1', 'max:100000']]);

        return new JsonResponse($runner->proposals($screen, $data['wished'], $context));
    }

    public function score(Request $request, ScreenRunner $runner, RequestContexts $contexts): JsonResponse
    {
        [$screen, $context, $data] = ScreenRequest::read($request, $contexts, [
            'offset' => ['integer', 'min:0'],
            'limit' => ['integer', 'min:1', 'max:1000'],
        ]);

        return new JsonResponse($runner->score($screen, $context, $data['offset'] ?? 0, $data['limit'] ?? 200));
    }

    public function cleaning(Request $request, ScreenRunner $runner, RequestContexts $contexts): JsonResponse
    {
        [$screen, $context, $data] = ScreenRequest::read($request, $contexts, [
            'columns' => ['required', 'array', 'min:1', 'max:'.ScreenDefinition::MAX_COLUMNS],
            'columns.*' => ['string'],
        ]);

        return new JsonResponse($runner->cleaning($screen, $data['columns'], $context, 500));
    }

    public function export(Request $request, ScreenExport $export, RequestContexts $contexts): StreamedResponse
    {
        [$screen, $context, $data] = ScreenRequest::read($request, $contexts, [
            'format' => ['required', 'in:'.implode(',', array_keys(TableFile::FORMATS))],
        ]);
        $format = $data['format'];
        $table = $export->table($screen, $context);
        $table->mustFit($format);

        return new StreamedResponse(
            static function () use ($table, $format): void {
                $stream = fopen('php://output', 'w') ?: throw new \RuntimeException('The answer cannot be written.');
                $table->write($format, $stream);
            },
            200,
            ['Content-Type' => TableFile::FORMATS[$format], 'Content-Disposition' => "attachment; filename=\"screen.{$format}\""],
        );
    }

    public function writtenOut(Request $request, RequestContexts $contexts, Catalogues $catalogues): JsonResponse
    {
        [$screen] = ScreenRequest::read($request, $contexts);

        return new JsonResponse($screen->writtenOut($catalogues->of($request->user()))->toArray());
    }

    public function distribution(Request $request, ScreenRunner $runner, RequestContexts $contexts): JsonResponse
    {
        $data = $request->validate([
            'formula' => ['required', 'string'],
            'universe' => ['nullable', 'array'],
            'as_of' => ['nullable', 'string'],
        ]);

        return new JsonResponse(
            $runner->distribution($data['formula'], (array) ($data['universe'] ?? []), $contexts->of($request, $data['as_of'] ?? null)),
        );
    }

    public function index(Request $request): JsonResponse
    {
        return new JsonResponse(
            Screen::query()
                ->of($request->user())
                ->orderByDesc('updated_at')
                ->orderByDesc('id')
                ->get(['id', 'name', 'definition', 'updated_at']),
        );
    }

    public function store(Request $request): JsonResponse
    {
        $screen = self::definition($request);
        $saved = Screen::query()->create(['user_id' => $request->user()->id, 'name' => $screen->name, 'definition' => $screen->toArray()]);

        return new JsonResponse($saved->only(['id', 'name', 'definition']), 201);
    }

    public function update(Request $request, Screen $screen): JsonResponse
    {
        $definition = self::definition($request);
        $screen->update(['name' => $definition->name, 'definition' => $definition->toArray()]);

        return new JsonResponse($screen->only(['id', 'name', 'definition']));
    }

    public function destroy(Screen $screen): JsonResponse
    {
        $screen->delete();

        return new JsonResponse(null, 204);
    }

    private static function definition(Request $request): ScreenDefinition
    {
        $screen = ScreenDefinition::fromArray($request->all());
        $catalogue = app(Catalogues::class)->of($request->user());
        foreach ($screen->formulas() as $formula) {
            $catalogue->parse($formula);
        }

        return $screen;
    }
}
