<?php

declare(strict_types=1);

namespace App\Feature\Layout;

use App\Models\ReadingLayout;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/**
 * @property ReadingLayout $resource
 */
final class LayoutResource extends JsonResource
{
    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        return [...$this->resource->only(['id', 'name', 'template', 'is_default']), ...$this->resource->definition];
    }
}
