<?php

declare(strict_types=1);

namespace App\Feature\Export;

use App\Models\Task;
use App\Task\Lane;
use App\Task\TaskResource;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Logion\Figure\Words;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** Everything of a user in one file: written in the background, then fetched. */
final class ArchiveController
{
    private const KIND = 'archive';

    public function store(Request $request): JsonResponse
    {
        $user = $request->user();
        $task = Task::of(self::KIND, (string) $user->id, $user);
        if ($task->isIdle(10)) {
            is_file(MakeArchive::path($user)) && unlink(MakeArchive::path($user));
            DB::transaction(static function () use ($task, $user): void {
                $task->begin();
                MakeArchive::dispatch($task->id, $user->id)->onQueue(Lane::ofLong($user));
            });
        }

        return new JsonResponse(new TaskResource($task->refresh()), 202);
    }

    public function show(Request $request): Response
    {
        $path = MakeArchive::path($request->user());
        if (! is_file($path)) {
            throw new NotFoundHttpException(Words::say('no_archive_is_written_yet'));
        }

        return response()->download($path, 'logion-archive.zip', ['Content-Type' => 'application/zip']);
    }
}
