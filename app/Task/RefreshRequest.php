<?php

declare(strict_types=1);

namespace App\Task;

use App\Http\DatedRequest;

final class RefreshRequest extends DatedRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'formula' => ['nullable', 'string'],
        ];
    }
}
