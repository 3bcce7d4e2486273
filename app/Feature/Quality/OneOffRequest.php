<?php

declare(strict_types=1);

namespace App\Feature\Quality;

use App\Http\DatedRequest;

final class OneOffRequest extends DatedRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'line' => ['required', 'string'],
            'period' => ['required', 'integer'],
            'amount' => ['required', 'numeric', 'between:-1e16,1e16', 'not_in:0'],
            'before_tax' => ['required', 'boolean'],
            'note' => ['nullable', 'string', 'max:1000'],
            'break_key' => ['nullable', 'string', 'max:120'],
        ];
    }
}
