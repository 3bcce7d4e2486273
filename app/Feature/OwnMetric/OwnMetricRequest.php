<?php

declare(strict_types=1);

namespace App\Feature\OwnMetric;

use Illuminate\Foundation\Http\FormRequest;

final class OwnMetricRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'key' => ['required', 'string', 'max:60'],
            'label' => ['required', 'string', 'max:120'],
            'kind' => ['required', 'in:formula,ranking,regression'],
            'definition' => ['required'],
            'unit' => ['string', 'max:16'],
            'better' => ['in:higher,lower,neutral'],
            'note' => ['nullable', 'string', 'max:1000'],
        ];
    }

    /** @return array{key: string, label: string, kind: string, definition: mixed, unit: string, better: string, note: string} */
    public function metric(): array
    {
        $data = $this->validated();

        return [
            'key' => $data['key'],
            'label' => $data['label'],
            'kind' => $data['kind'],
            'definition' => $data['definition'],
            'unit' => $data['unit'] ?? 'ratio',
            'better' => $data['better'] ?? 'neutral',
            'note' => $data['note'] ?? '',
        ];
    }
}
