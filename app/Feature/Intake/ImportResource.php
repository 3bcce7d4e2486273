<?php

declare(strict_types=1);

namespace App\Feature\Intake;

use App\Models\Import;
use App\Models\Task;
use App\Task\TaskProgress;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/**
 * An import with its mapping, its preview and the work on it.
 *
 * @property Import $resource
 */
final class ImportResource extends JsonResource
{
    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        $task = $this->resource->task_id === null ? null : Task::query()->find($this->resource->task_id);
        $progress = $task === null ? null : TaskProgress::of($task);
        $companies = resolve(CompanyMatching::class);
        $company = $companies->certain((string) ($this->resource->mapping['company'] ?? ''));

        return [
            ...(new ImportSummary($this->resource))->toArray($request),
            'mapping' => [...$this->resource->mapping, 'lines' => (object) ($this->resource->mapping['lines'] ?? [])],
            'preview' => $this->preview(),
            'company_name' => $company === null ? null : $companies->read($company)->name,
            'task' => $task === null ? null : [...$task->only(['id', 'state', 'message']), 'done' => $progress['done'] ?? $task->done],
        ];
    }

    /** @return array<string, mixed>|null what has keys of its own is an object even if it is empty */
    private function preview(): ?array
    {
        $preview = $this->resource->preview;
        foreach (['questions', 'doubts', 'proposed'] as $keyed) {
            if (isset($preview[$keyed])) {
                $preview[$keyed] = (object) $preview[$keyed];
            }
        }

        return $preview;
    }
}
