<?php

declare(strict_types=1);

namespace App\Feature\Intake;

use App\Models\Import;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/**
 * An import as a line of a list.
 *
 * @property Import $resource
 */
final class ImportSummary extends JsonResource
{
    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        return [
            ...$this->resource->only(['id', 'name', 'size', 'state']),
            'format' => $this->resource->format->label(),
            'kind' => $this->resource->mapping['kind'] ?? '',
            'counts' => $this->resource->preview['counts'] ?? null,
            'made_on' => $this->resource->created_at?->format('Y-m-d H:i'),
            'author' => $this->resource->user->name ?? 'a command',
            'is_mine' => $this->resource->user_id === $request->user()?->id,
            'stored_on' => $this->resource->stored_at?->format('Y-m-d H:i'),
        ];
    }
}
