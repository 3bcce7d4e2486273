<?php

declare(strict_types=1);

namespace App\Feature\Correction;

use Illuminate\Foundation\Http\FormRequest;

/** Figures to be corrected, supplied or struck out, with the reason. */
final class CorrectionRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'figures' => ['required', 'array', 'min:1', 'max:2000'],
            'figures.*.line' => ['required', 'string'],
            'figures.*.period' => ['required', 'integer'],
            'figures.*.value' => ['nullable', 'numeric', 'between:-1e16,1e16'],
            'note' => ['required', 'string', 'max:1000'],
            'source' => ['nullable', 'string', 'max:300'],
            'public_on' => ['nullable', 'string'],
        ];
    }

    /** @return list<array{line: string, period: int, value: ?float}> */
    public function figures(): array
    {
        return array_values(
            array_map(
                static fn (array $figure): array => [
                    'line' => $figure['line'],
                    'period' => (int) $figure['period'],
                    'value' => isset($figure['value']) ? (float) $figure['value'] : null,
                ],
                $this->validated('figures'),
            ),
        );
    }
}
