<?php

declare(strict_types=1);

namespace App\Feature\Company;

use App\Http\DatedRequest;

final class PricesRequest extends DatedRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'years' => ['numeric', 'min:0.1', 'max:50'],
        ];
    }
}
