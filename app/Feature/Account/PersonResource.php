<?php

declare(strict_types=1);

namespace App\Feature\Account;

use App\Models\User;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/**
 * @property User $resource
 */
final class PersonResource extends JsonResource
{
    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        return [
            ...$this->resource->only(['id', 'name', 'email']),
            'role' => $this->resource->role->value,
            'since' => $this->resource->created_at?->format('Y-m-d'),
        ];
    }
}
