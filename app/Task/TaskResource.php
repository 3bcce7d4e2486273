<?php

declare(strict_types=1);

namespace App\Task;

use App\Models\Task;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/**
 * @property Task $resource
 */
final class TaskResource extends JsonResource
{
    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        $heard = $this->resource->state === 'running' ? TaskProgress::of($this->resource) : null;

        return [
            ...$this->resource->only(['id', 'state', 'done', 'total', 'message']),
            ...$heard === null ? [] : ['done' => $heard['done'], 'total' => $heard['total']],
        ];
    }
}
