<?php

declare(strict_types=1);

namespace App\Feature\Peer;

use App\Http\DatedRequest;
use Illuminate\Validation\Rule;

/** Which line of the group is taken for its multiple. */
final class ImpliedRequest extends DatedRequest
{
    public function rules(): array
    {
        return [...parent::rules(), 'centre' => ['nullable', Rule::in(ImpliedReport::CENTRES)]];
    }

    /** @return value-of<ImpliedReport::CENTRES> */
    public function centre(): string
    {
        return $this->validated('centre') ?? 'median';
    }
}
