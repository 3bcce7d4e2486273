<?php

declare(strict_types=1);

namespace App\Feature\Valuation;

use App\Http\DatedRequest;

/** A sheet with the changes an analyst has made to its assumptions. */
class SheetRequest extends DatedRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [...parent::rules(), 'changes' => ['nullable', 'array']];
    }

    /** @return array<string, mixed> */
    public function changes(): array
    {
        return $this->validated('changes') ?? [];
    }
}
