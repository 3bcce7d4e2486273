<?php

declare(strict_types=1);

namespace App\Feature\Following;

use Illuminate\Foundation\Http\FormRequest;

final class ConditionChangeRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'note' => ['sometimes', 'nullable', 'string', 'max:1000'],
            'by_mail' => ['sometimes', 'boolean'],
            'by_webhook' => ['sometimes', 'boolean'],
            'active' => ['sometimes', 'boolean'],
        ];
    }
}
