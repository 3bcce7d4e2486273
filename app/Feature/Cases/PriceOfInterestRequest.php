<?php

declare(strict_types=1);

namespace App\Feature\Cases;

use App\Http\DatedRequest;

/** The price at which a company becomes interesting, and the cases it came from, as they were asked. */
final class PriceOfInterestRequest extends DatedRequest
{
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'price' => ['required', 'numeric', 'gt:0', 'max:1e9'],
            'note' => ['nullable', 'string', 'max:200'],
            'cases' => ['nullable', 'array', 'max:10'],
        ];
    }
}
