<?php

declare(strict_types=1);

namespace App\Feature\Value;

/** The input to be solved for, and the price; today's by default. */
final class SolveMethodRequest extends MethodRequest
{
    public function rules(): array
    {
        return [...parent::rules(), 'input' => ['required', 'string', 'max:60'], 'price' => ['nullable', 'numeric', 'gt:0']];
    }

    public function price(): ?float
    {
        return $this->validated('price') === null ? null : (float) $this->validated('price');
    }
}
