<?php

declare(strict_types=1);

namespace App\Feature\Valuation;

/** Assumptions solved, one at a time, for a price. */
final class SolveRequest extends SheetRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'names' => ['required', 'array', 'min:1', 'max:20'],
            'names.*' => ['string'],
            'price' => ['nullable', 'numeric', 'gt:0'],
        ];
    }
}
