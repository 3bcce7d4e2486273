<?php

declare(strict_types=1);

namespace App\Feature\Screening;

use App\Models\Screen;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;
use Logion\Screening\ScreenDefinition;

/**
 * @property Screen $resource
 */
final class ScreenResource extends JsonResource
{
    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        return [
            ...$this->resource->only(['id', 'name', 'updated_at']),
            'definition' => ScreenDefinition::fromArray($this->resource->definition)->toArray(),
        ];
    }
}
