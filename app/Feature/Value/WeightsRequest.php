<?php

declare(strict_types=1);

namespace App\Feature\Value;

use App\Http\DatedRequest;

/** How much each method counts; one that is not named counts nothing. */
final class WeightsRequest extends DatedRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'weights' => ['required', 'array', 'min:1', 'max:60'],
            'weights.*' => ['numeric', 'min:0', 'max:1000000'],
        ];
    }

    /** @return array<string, float> by method */
    public function weights(): array
    {
        return array_map('floatval', $this->validated('weights'));
    }
}
