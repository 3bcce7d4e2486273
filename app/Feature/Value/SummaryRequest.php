<?php

declare(strict_types=1);

namespace App\Feature\Value;

use App\Http\DatedRequest;
use Logion\Valuation\MarginOfSafety;

/** How much each method counts, and which margins of safety are told; one that is not named counts nothing. */
final class SummaryRequest extends DatedRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'weights' => ['nullable', 'array', 'max:100'],
            'weights.*' => ['numeric', 'min:0', 'max:1000000'],
            'margins' => ['nullable', 'array', 'list', 'max:20'],
            'margins.*' => ['numeric', 'min:0', 'lt:1'],
        ];
    }

    /** @return array<string, float> by method; none where each weighs what is usual */
    public function weights(): array
    {
        return array_map(floatval(...), $this->validated('weights') ?? []);
    }

    /** @return list<float> rising */
    public function margins(): array
    {
        $margins = array_values(array_unique(array_map(floatval(...), $this->validated('margins') ?? MarginOfSafety::STEPS)));
        sort($margins);

        return $margins;
    }
}
