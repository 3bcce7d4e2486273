<?php

declare(strict_types=1);

namespace App\Feature\Stage;

use App\Http\DatedRequest;

final class CandidateRequest extends DatedRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'stage' => ['nullable', 'string', 'max:40'],
            'note' => ['sometimes', 'nullable', 'string', 'max:2000'],
            'position' => ['nullable', 'integer', 'min:0', 'max:100000'],
        ];
    }
}
