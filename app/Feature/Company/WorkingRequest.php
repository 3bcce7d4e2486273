<?php

declare(strict_types=1);

namespace App\Feature\Company;

use App\Http\DatedRequest;

/** The working of a metric, a formula, or a line of a statement. */
final class WorkingRequest extends DatedRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'metric' => ['nullable', 'string'],
            'line' => ['nullable', 'string'],
            'period' => ['nullable', 'integer'],
            'year' => ['nullable', 'integer', 'min:1900', 'max:2200'],
            'basis' => ['nullable', 'in:annual,half_year,quarterly,trailing'],
        ];
    }
}
