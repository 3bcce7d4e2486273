<?php

declare(strict_types=1);

namespace App\Feature\BackTest;

use App\Models\BackTest;
use App\Task\TaskResource;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;
use Logion\Screening\ScreenDefinition;

/**
 * @property BackTest $resource
 */
final class BackTestResource extends JsonResource
{
    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        return [
            ...$this->resource->only(['id', 'name']),
            'settings' => [
                ...$this->resource->settings,
                'screen' => ScreenDefinition::fromArray($this->resource->settings['screen'])->toArray(),
            ],
            'started' => $this->resource->created_at?->toDateString(),
            'task' => $this->resource->task === null ? null : new TaskResource($this->resource->task),
            // A list of tests goes without their results, which are long.
            'result' => array_key_exists('result', $this->resource->getAttributes()) ? $this->resource->result : null,
        ];
    }
}
