<?php

declare(strict_types=1);

namespace App\Feature\Value;

/** Under which name a value is kept, and why. */
final class KeepMethodRequest extends MethodRequest
{
    public function rules(): array
    {
        return [...parent::rules(), 'name' => ['required', 'string', 'max:120'], 'note' => ['nullable', 'string', 'max:2000']];
    }
}
