<?php

declare(strict_types=1);

namespace App\Feature\Valuation;

final class SensitivityRequest extends SheetRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [...parent::rules(), 'row' => ['required', 'string'], 'column' => ['required', 'string', 'different:row']];
    }
}
