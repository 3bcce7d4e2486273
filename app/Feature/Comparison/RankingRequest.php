<?php

declare(strict_types=1);

namespace App\Feature\Comparison;

use App\Feature\Screening\PagedScreenRequest;

final class RankingRequest extends PagedScreenRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'ranking' => ['required', 'array'],
            'other_rules' => ['boolean'],
        ];
    }
}
