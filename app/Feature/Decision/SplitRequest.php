<?php

declare(strict_types=1);

namespace App\Feature\Decision;

use App\Http\DatedRequest;

/** Two companies between which a position would be split. */
final class SplitRequest extends DatedRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'ticker' => ['required', 'string', 'max:40'],
            'with' => ['required', 'string', 'max:40', 'different:ticker'],
        ];
    }
}
