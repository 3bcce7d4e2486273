<?php

declare(strict_types=1);

namespace App\Feature\OwnMetric;

use App\Http\DatedRequest;

final class PreviewRequest extends DatedRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'formula' => ['required', 'string'],
            'tickers' => ['array', 'max:3'],
            'tickers.*' => ['string'],
        ];
    }
}
