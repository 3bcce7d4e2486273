<?php

declare(strict_types=1);

namespace App\Feature\Intake;

use App\Models\ImportProfile;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/**
 * @property ImportProfile $resource
 */
final class ImportProfileResource extends JsonResource
{
    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        return [...$this->resource->only(['id', 'name']), 'kind' => $this->resource->mapping['kind']];
    }
}
