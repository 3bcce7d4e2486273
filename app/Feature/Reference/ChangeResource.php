<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use App\Models\Change;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/**
 * @property Change $resource
 */
final class ChangeResource extends JsonResource
{
    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        return [
            ...$this->resource->only(['id', 'what']),
            'author' => $this->resource->author->name ?? 'a command',
            'made_on' => $this->resource->created_at?->format('Y-m-d'),
            'rows' => $this->resource->size,
            'import' => $this->resource->import?->name,
            'undone_on' => $this->resource->undone_at?->format('Y-m-d'),
        ];
    }
}
