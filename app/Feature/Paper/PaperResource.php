<?php

declare(strict_types=1);

namespace App\Feature\Paper;

use App\Models\Paper;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;
use Logion\Time\Day;

/** @mixin Paper */
final class PaperResource extends JsonResource
{
    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        return [
            'id' => (int) $this->id,
            'name' => (string) $this->name,
            'media_type' => (string) $this->media_type,
            'size' => (int) $this->size,
            'day' => Day::iso((int) $this->getAttribute('on_day')),
            'has_text' => $this->getAttribute('text') !== null,
        ];
    }
}
