<?php

declare(strict_types=1);

namespace App\Feature\OwnMetric;

use App\Models\OwnMetric;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/**
 * @property OwnMetric $resource
 */
final class OwnMetricResource extends JsonResource
{
    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        return [
            ...$this->resource->only(['id', 'key', 'label', 'kind', 'unit', 'better', 'note']),
            'definition' => $this->resource->definition['definition'],
        ];
    }
}
