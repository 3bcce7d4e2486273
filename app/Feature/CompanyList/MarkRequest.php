<?php

declare(strict_types=1);

namespace App\Feature\CompanyList;

use Illuminate\Foundation\Http\FormRequest;

final class MarkRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'mark' => ['nullable', 'in:keep,drop,later'],
            'reason' => ['nullable', 'string', 'max:500'],
            'note' => ['nullable', 'string', 'max:2000'],
        ];
    }

    /** @return array<string, string|null> a note alone leaves the mark as it is */
    public function changes(): array
    {
        $told = $this->validated();
        $isNoteAlone = array_keys($told) === ['note'];

        return [
            ...($isNoteAlone ? [] : ['mark' => $told['mark'] ?? null, 'reason' => $told['reason'] ?? null]),
            ...(array_key_exists('note', $told) ? ['note' => $told['note']] : []),
        ];
    }
}
