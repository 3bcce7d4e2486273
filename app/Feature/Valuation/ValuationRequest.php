<?php

declare(strict_types=1);

namespace App\Feature\Valuation;

final class ValuationRequest extends SheetRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'ticker' => ['required', 'string'],
            'name' => ['required', 'string', 'max:120'],
            'note' => ['nullable', 'string', 'max:2000'],
        ];
    }
}
