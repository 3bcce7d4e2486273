<?php

declare(strict_types=1);

namespace App\Feature\CompanyList;

use App\Http\DatedRequest;

final class ListRequest extends DatedRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'name' => ['required', 'string', 'max:120'],
            'tickers' => ['required', 'array', 'min:1', 'max:1000'],
            'tickers.*' => ['string'],
        ];
    }
}
