<?php

declare(strict_types=1);

namespace App\Feature\Quality;

use App\Models\OneOff;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;
use Logion\Reporting\LineItems;
use Logion\Time\FiscalPeriod;

/**
 * @property OneOff $resource
 */
final class OneOffResource extends JsonResource
{
    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        return [
            ...$this->resource->only(['id', 'line', 'period', 'before_tax', 'note']),
            'amount' => (float) $this->resource->amount,
            'line_label' => LineItems::find($this->resource->line)->label ?? $this->resource->line,
            'period_label' => FiscalPeriod::label((int) $this->resource->period),
        ];
    }
}
