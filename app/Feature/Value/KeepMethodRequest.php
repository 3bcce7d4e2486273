<?php

declare(strict_types=1);

namespace App\Feature\Value;

/** Under which name a value is kept, and why. */
final class KeepMethodRequest extends MethodRequest
{
    public function rules(): array
    {
        return [
            ...parent::rules(),
            ...CasesOfMethodRequest::ofCases(),
            'name' => ['required', 'string', 'max:120'],
            'note' => ['nullable', 'string', 'max:2000'],
        ];
    }

    /** @return list<array<string, mixed>> as they are told */
    public function cases(): array
    {
        return $this->validated('cases') ?? [];
    }
}
