<?php

declare(strict_types=1);

namespace App\Feature\OwnMetric;

use App\Models\OwnMetric;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;
use Logion\Comparison\CrossSectionalRegression;
use Logion\Comparison\Ranking;

/**
 * @property OwnMetric $resource
 */
final class OwnMetricResource extends JsonResource
{
    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        $definition = $this->resource->definition['definition'];

        return [
            ...$this->resource->only(['id', 'key', 'label', 'kind', 'unit', 'better', 'note']),
            'definition' => match ($this->resource->kind) {
                'ranking' => Ranking::fromArray($definition)->toArray(),
                'regression' => CrossSectionalRegression::fromArray($definition)->toArray(),
                default => $definition,
            },
        ];
    }
}
