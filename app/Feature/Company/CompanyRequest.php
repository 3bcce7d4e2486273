<?php

declare(strict_types=1);

namespace App\Feature\Company;

use App\Http\DatedRequest;

final class CompanyRequest extends DatedRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'layout' => ['nullable', 'regex:/^(\d{1,9}|'.ChosenLayout::READY.')$/D'],
        ];
    }
}
