<?php

declare(strict_types=1);

namespace App\Feature\Note;

use App\Http\DatedRequest;

final class NoteRequest extends DatedRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'figure' => ['nullable', 'string', 'max:120'],
            'body' => ['required', 'string', 'max:20000'],
        ];
    }
}
