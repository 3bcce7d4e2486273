<?php

declare(strict_types=1);

namespace App\Feature\Transaction;

use App\Http\DatedRequest;

/** Whether a past transaction counts for a company, and why. */
final class ChoiceRequest extends DatedRequest
{
    public function rules(): array
    {
        return [...parent::rules(), 'in' => ['required', 'boolean'], 'reason' => ['nullable', 'string', 'max:500']];
    }

    public function reason(): ?string
    {
        $reason = trim((string) ($this->validated('reason') ?? ''));

        return $reason === '' ? null : $reason;
    }
}
