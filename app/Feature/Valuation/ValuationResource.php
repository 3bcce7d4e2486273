<?php

declare(strict_types=1);

namespace App\Feature\Valuation;

use App\Models\Valuation;
use App\Storage\Identity\Identities;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;
use Logion\Time\Day;

/**
 * @property Valuation $resource
 */
final class ValuationResource extends JsonResource
{
    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        return [
            ...$this->resource->only(['id', 'name', 'method', 'per_share', 'currency']),
            'note' => (string) ($this->resource->assumptions['note'] ?? ''),
            'low' => $this->resource->assumptions['low'] ?? null,
            'high' => $this->resource->assumptions['high'] ?? null,
            'ticker' => resolve(Identities::class)->reference($this->resource->company_id),
            'company' => $this->resource->company->name,
            'as_of' => Day::iso((int) $this->resource->as_of),
            'changes' => (object) $this->resource->assumptions['changes'],
        ];
    }
}
