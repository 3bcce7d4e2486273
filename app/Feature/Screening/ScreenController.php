<?php

declare(strict_types=1);

namespace App\Feature\Screening;

use App\Evaluation\Catalogues;
use App\Files\TableFile;
use App\Models\Screen;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Logion\Figure\Words;
use Logion\Screening\ScreenDefinition;
use Symfony\Component\HttpFoundation\StreamedResponse;

final class ScreenController
{
    /** Survivors whose figures are shown beside their cleaned ones. */
    private const CLEANED = 500;

    public function run(RunScreenRequest $request, ScreenRunner $runner): JsonResponse
    {
        return new JsonResponse(
            $runner->run(
                $request->screen(),
                $request->context(),
                $request->offset(),
                $request->limit(100),
                (bool) $request->validated('shaded', false),
                false,
            ),
        );
    }

    public function closerLook(ScreenRequest $request, ScreenRunner $runner): JsonResponse
    {
        return new JsonResponse(['warnings' => $runner->closerLook($request->screen(), $request->context())]);
    }

    public function groupLines(ScreenRequest $request, ScreenRunner $runner): JsonResponse
    {
        return new JsonResponse(['lines' => (object) $runner->groupLines($request->screen(), $request->context())]);
    }

    public function proposals(ProposalsRequest $request, ScreenRunner $runner): JsonResponse
    {
        return new JsonResponse($runner->proposals($request->screen(), $request->validated('wished'), $request->context()));
    }

    public function score(PagedScreenRequest $request, ScreenRunner $runner): JsonResponse
    {
        return new JsonResponse($runner->score($request->screen(), $request->context(), $request->offset(), $request->limit(200)));
    }

    public function cleaning(CleaningRequest $request, ScreenRunner $runner): JsonResponse
    {
        return new JsonResponse($runner->cleaning($request->screen(), $request->validated('columns'), $request->context(), self::CLEANED));
    }

    public function export(ScreenExportRequest $request, ScreenExport $export): StreamedResponse
    {
        $format = $request->validated('format');
        $table = $export->table($request->screen(), $request->context());
        $table->mustFit($format);

        return new StreamedResponse(
            static function () use ($table, $format): void {
                $stream = fopen('php://output', 'w') ?: throw new \RuntimeException(Words::say('the_answer_cannot_be_written'));
                $table->write($format, $stream);
            },
            200,
            ['Content-Type' => TableFile::FORMATS[$format], 'Content-Disposition' => "attachment; filename=\"screen.{$format}\""],
        );
    }

    public function writtenOut(ScreenRequest $request, Catalogues $catalogues): JsonResponse
    {
        return new JsonResponse($request->screen()->writtenOut($catalogues->of($request->user()))->toArray());
    }

    public function distribution(DistributionRequest $request, Spread $spread): JsonResponse
    {
        return new JsonResponse(
            $spread->distribution($request->validated('formula'), $request->validated('universe') ?? [], $request->context()),
        );
    }

    public function index(Request $request): JsonResponse
    {
        return new JsonResponse(
            ScreenResource::collection(
                Screen::query()
                    ->of($request->user())
                    ->orderByDesc('updated_at')
                    ->orderByDesc('id')
                    ->get(['id', 'name', 'definition', 'updated_at']),
            ),
        );
    }

    public function store(Request $request, Catalogues $catalogues): JsonResponse
    {
        $screen = self::definition($request, $catalogues);
        $saved = Screen::query()->create(['user_id' => $request->user()->id, 'name' => $screen->name, 'definition' => $screen->toArray()]);

        return new JsonResponse(new ScreenResource($saved), 201);
    }

    public function update(Request $request, Catalogues $catalogues, Screen $screen): JsonResponse
    {
        $definition = self::definition($request, $catalogues);
        $screen->update(['name' => $definition->name, 'definition' => $definition->toArray()]);

        return new JsonResponse(new ScreenResource($screen));
    }

    public function destroy(Screen $screen): JsonResponse
    {
        $screen->delete();

        return new JsonResponse(null, 204);
    }

    private static function definition(Request $request, Catalogues $catalogues): ScreenDefinition
    {
        $screen = ScreenDefinition::fromArray($request->all());
        $catalogue = $catalogues->of($request->user());
        foreach ($screen->formulas() as $formula) {
            $catalogue->parse($formula);
        }

        return $screen;
    }
}
