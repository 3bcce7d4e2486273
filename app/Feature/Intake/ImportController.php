<?php

declare(strict_types=1);

namespace App\Feature\Intake;

use App\Http\ProblemResponse;
use App\Models\Import;
use App\Models\ImportProfile;
use App\Models\Task;
use App\Task\Lane;
use App\Task\TaskProgress;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\AnonymousResourceCollection;
use Illuminate\Support\Facades\DB;
use Logion\Figure\Words;
use Logion\Intake\TableKind;

/** Files handed in: preview, change of the mapping, storing, undo, and mappings kept as profiles. */
final class ImportController
{
    /** Files up to this size are read while the request waits. */
    private const AT_ONCE = 3_000_000;

    /** On a page of the list, the latest first. */
    private const PER_PAGE = 100;

    public function index(Request $request): AnonymousResourceCollection
    {
        $imports = Import::query()->seenBy($request->user())->with('user')->latest('id')->paginate(self::PER_PAGE);

        return ImportSummary::collection($imports)->additional([
            'kinds' => [
                ['key' => Mapping::STATEMENT, 'label' => Words::say('a_statement_lines_down_periods_across')],
                ...array_map(static fn (TableKind $kind): array => ['key' => $kind->value, 'label' => $kind->label()], TableKind::cases()),
            ],
            'exchanges' => \App\Models\Exchange::query()
                ->orderBy('id')
                ->get(['code', 'name', 'currency']),
        ]);
    }

    public function store(Request $request, Imports $imports): JsonResponse
    {
        $file = $request->file('file');
        if (! ($file instanceof \Illuminate\Http\UploadedFile) || ! $file->isValid()) {
            return ProblemResponse::unprocessable(
                Words::say(
                    'no_file_came_through_the_largest',
                    why: $file instanceof \Illuminate\Http\UploadedFile ? ': '.$file->getErrorMessage() : '',
                    size: ini_get('upload_max_filesize'),
                ),
            );
        }
        $import = $imports->take($file->getPathname(), $file->getClientOriginalName(), $request->user());

        return new JsonResponse($this->previewed($import, null, $imports), 201);
    }

    public function show(Import $import): JsonResponse
    {
        return new JsonResponse(new ImportResource(self::awake($import)));
    }

    public function update(Request $request, Imports $imports, Recognition $recognition, Import $import): JsonResponse
    {
        self::awake($import);
        if (! in_array($import->state, ['previewed'], true)) {
            return ProblemResponse::unprocessable(Words::say('the_import_is_being_worked_on'));
        }
        $changes = $request->json()->all();
        $mapping = Mapping::fromArray($import->mapping);
        // Another kind of table has other columns: they are recognised anew.
        if (isset($changes['kind']) && is_string($changes['kind']) && $changes['kind'] !== $mapping->kind && ! isset($changes['columns'])) {
            $changes['columns'] = $recognition->columnsFor(
                $import->path,
                $import->format,
                $changes['kind'],
                $mapping->headRow,
                $mapping->sheets[0] ?? null,
            );
        }

        return new JsonResponse($this->previewed($import, $mapping->with($changes), $imports));
    }

    public function commit(Imports $imports, Import $import): JsonResponse
    {
        self::awake($import);
        if ($import->size > self::AT_ONCE) {
            $this->inBackground($import, true);
        } else {
            $imports->store($import);
        }

        return new JsonResponse(new ImportResource($import->refresh()));
    }

    public function destroy(Request $request, Imports $imports, Import $import): JsonResponse
    {
        self::awake($import);
        if ($import->state === 'stored') {
            $imports->undo($import, $request->user());

            return new JsonResponse(['state' => 'undone']);
        }
        if ($import->task_id !== null && in_array($import->state, ['previewing', 'storing'], true)) {
            // Nobody has begun: there is nothing to stop.
            if (
                Task::query()
                    ->whereKey($import->task_id)
                    ->where('state', 'waiting')
                    ->update(['state' => 'cancelled']) === 0
            ) {
                TaskProgress::cancel($import->task_id);

                return new JsonResponse(['state' => 'cancelling']);
            }
        }
        $imports->discard($import);

        return new JsonResponse(['state' => 'discarded']);
    }

    public function profiles(Request $request): JsonResponse
    {
        return new JsonResponse(ImportProfileResource::collection(ImportProfile::query()->of($request->user())->orderBy('name')->get()));
    }

    public function keep(ProfileRequest $request, Recognition $recognition, Import $import): JsonResponse
    {
        $profile = ImportProfile::query()->updateOrCreate(
            ['user_id' => $request->user()->id, 'name' => $request->validated('name')],
            [
                'signature' => $recognition->signatureOf($import->path, $import->format),
                'mapping' => [...$import->mapping, 'company' => null, 'new_company' => null, 'filed_on' => null],
            ],
        );

        return new JsonResponse(['id' => $profile->id], 201);
    }

    public function forget(ImportProfile $profile): JsonResponse
    {
        $profile->delete();

        return new JsonResponse(null, 204);
    }

    private function previewed(Import $import, ?Mapping $mapping, Imports $imports): ImportResource
    {
        if ($mapping !== null) {
            $import->update(['mapping' => $mapping->toArray()]);
        }
        if ($import->size > self::AT_ONCE) {
            $this->inBackground($import, false);
        } else {
            $imports->preview($import, $mapping);
        }

        return new ImportResource($import->refresh());
    }

    private function inBackground(Import $import, bool $stores): void
    {
        DB::transaction(static function () use ($import, $stores): void {
            $task = Task::of($stores ? 'import' : 'preview', (string) $import->id, $import->user);
            $task->begin();
            TaskProgress::forget($task->id);
            $import->update(['state' => $stores ? 'storing' : 'previewing', 'task_id' => $task->id]);
            RunImport::dispatch($import->id, $task->id, $stores)->onQueue(Lane::ofLong(null));
        });
    }

    /** Whoever worked on it and was killed left nothing behind; it can be tried again. */
    private static function awake(Import $import): Import
    {
        if (in_array($import->state, ['previewing', 'storing'], true)) {
            $task = $import->task_id === null ? null : Task::query()->find($import->task_id);
            $heard = $task === null ? 0 : max((int) $task->updated_at?->getTimestamp(), TaskProgress::of($task)['at'] ?? 0);
            if (time() - $heard > TaskProgress::SILENT_SECONDS && $task?->state !== 'waiting') {
                $task?->update(['state' => 'failed', 'message' => Words::say('the_work_was_interrupted_nothing_was')]);
                $import->update(['state' => 'previewed']);
            }
        }

        return $import;
    }
}
