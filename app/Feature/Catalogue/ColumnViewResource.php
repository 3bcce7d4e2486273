<?php

declare(strict_types=1);

namespace App\Feature\Catalogue;

use App\Models\ColumnView;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/**
 * @property ColumnView $resource
 */
final class ColumnViewResource extends JsonResource
{
    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        return $this->resource->only(['id', 'name', 'columns']);
    }
}
