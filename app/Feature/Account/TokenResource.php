<?php

declare(strict_types=1);

namespace App\Feature\Account;

use App\Models\AccessToken;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/** @mixin AccessToken */
final class TokenResource extends JsonResource
{
    public static $wrap = null;

    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        return [
            'id' => $this->id,
            'name' => $this->name,
            'reads_only' => ! $this->canWrite(),
            'made_on' => $this->created_at?->format('Y-m-d'),
        ];
    }
}
