<?php

declare(strict_types=1);

namespace App\Feature\Catalogue;

use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;
use Logion\Metric\Catalogue;
use Logion\Metric\Metric;
use Logion\Reporting\ReportingModel;

/**
 * @property Metric $resource
 */
final class MetricResource extends JsonResource
{
    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        $metric = $this->resource;

        return [
            'key' => $metric->key,
            'label' => $metric->label,
            'group' => $metric->group,
            'unit' => $metric->unit->value,
            'better' => $metric->better,
            'formula' => $metric->formula,
            'not_meaningful_when' => $metric->notMeaningfulWhen,
            'templates' => array_map(static fn (ReportingModel $model): string => $model->value, $metric->templates),
            'basis' => $metric->basis,
            'note' => $metric->note,
            'synonyms' => Catalogue::synonyms($metric->key),
            'compares' => $metric->comparison !== null,
        ];
    }
}
