<?php

declare(strict_types=1);

namespace App\Feature\Note;

use App\Models\Note;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;
use Logion\Metric\CompanyScope;

/**
 * A note beside what its figure is now.
 *
 * @property Note $resource
 */
final class NoteResource extends JsonResource
{
    /** @param  CompanyScope|null  $scope  the company opened, if a figure is to be compared */
    public function __construct(Note $note, private readonly ?CompanyScope $scope)
    {
        parent::__construct($note);
    }

    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        $then = $this->resource->value_then === null ? null : (float) $this->resource->value_then;
        $now = $then === null || $this->scope === null ? null : NotedFigure::now($this->resource->figure, $this->scope);

        return [
            ...$this->resource->only(['id', 'figure', 'body']),
            'written_on' => $this->resource->created_at?->format('Y-m-d'),
            'value_then' => $then,
            'value_now' => $now,
            'changed' => $then !== null && $this->scope !== null && $then !== $now,
        ];
    }
}
