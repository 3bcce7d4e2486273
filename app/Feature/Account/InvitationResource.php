<?php

declare(strict_types=1);

namespace App\Feature\Account;

use App\Models\Invitation;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/**
 * @property Invitation $resource
 */
final class InvitationResource extends JsonResource
{
    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        return [
            'id' => $this->resource->id,
            'role' => $this->resource->role->value,
            'made_by' => $this->resource->maker->name,
            'expires_on' => $this->resource->expires_at->format('Y-m-d'),
        ];
    }
}
