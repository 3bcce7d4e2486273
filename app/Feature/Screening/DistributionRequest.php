<?php

declare(strict_types=1);

namespace App\Feature\Screening;

use App\Http\DatedRequest;

final class DistributionRequest extends DatedRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'formula' => ['required', 'string'],
            'universe' => ['nullable', 'array'],
        ];
    }
}
