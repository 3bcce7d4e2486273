<?php

declare(strict_types=1);

namespace App\Feature\Portfolio;

use App\Http\DatedRequest;

/** Which proposals are to be entered. */
final class ActionsRequest extends DatedRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [...parent::rules(), 'ids' => ['required', 'array', 'min:1', 'max:20000'], 'ids.*' => ['string', 'max:80']];
    }

    /** @return list<string> */
    public function ids(): array
    {
        return array_values($this->validated('ids'));
    }
}
