<?php

declare(strict_types=1);

namespace App\Feature\Statement;

use App\Http\DatedRequest;

final class BridgesRequest extends DatedRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'period' => ['nullable', 'integer'],
        ];
    }
}
