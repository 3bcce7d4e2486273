<?php

declare(strict_types=1);

namespace App\Feature\Expectation;

use App\Http\DatedRequest;
use Illuminate\Validation\Rule;

/** What somebody expects of a fiscal year, and why. */
final class OwnEstimateRequest extends DatedRequest
{
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'line' => ['required', Rule::in(ExpectationReport::LINES)],
            'year' => ['required', 'integer', 'min:1900', 'max:2200'],
            'value' => ['required', 'numeric', 'between:-1e15,1e15'],
            'note' => ['nullable', 'string', 'max:2000'],
        ];
    }
}
