<?php

declare(strict_types=1);

namespace App\Feature\Driver;

use App\Models\SavedDriverModel;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;
use Logion\Time\Day;

/**
 * @property SavedDriverModel $resource
 */
final class DriverModelResource extends JsonResource
{
    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        return [
            ...$this->resource->only(['id', 'name', 'version']),
            'as_of' => Day::iso((int) $this->resource->as_of),
            'definition' => $this->resource->definition,
        ];
    }
}
