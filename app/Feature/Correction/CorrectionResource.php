<?php

declare(strict_types=1);

namespace App\Feature\Correction;

use App\Models\Correction;
use App\Storage\Identity\Identities;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;
use Logion\Reporting\LineItems;
use Logion\Time\FiscalPeriod;

/**
 * @property Correction $resource
 */
final class CorrectionResource extends JsonResource
{
    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        $item = LineItems::find($this->resource->line);

        return [
            ...$this->resource->only(['id', 'batch', 'line', 'period', 'value', 'note', 'source']),
            'ticker' => resolve(Identities::class)->reference($this->resource->company_id),
            'company' => $this->resource->company->name,
            'label' => $item->label ?? $this->resource->line,
            'period_label' => FiscalPeriod::label($this->resource->period),
            'unit' => $item->unit->value ?? 'ratio',
            'currency' => $this->resource->company->reporting_currency,
            'made_on' => $this->resource->created_at?->format('Y-m-d H:i'),
            'withdrawn_on' => $this->resource->withdrawn_at?->format('Y-m-d H:i'),
        ];
    }
}
