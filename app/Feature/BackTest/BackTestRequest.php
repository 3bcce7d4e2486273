<?php

declare(strict_types=1);

namespace App\Feature\BackTest;

use Illuminate\Foundation\Http\FormRequest;

final class BackTestRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'screen' => ['present', 'array'],
            'ranking' => ['nullable', 'array'],
            'top' => ['nullable', 'integer', 'min:1', 'max:500'],
            'frequency' => ['required', 'in:monthly,quarterly,yearly'],
            'from' => ['required', 'string'],
            'to' => ['nullable', 'string'],
            'lag' => ['integer', 'min:0', 'max:60'],
            'cost' => ['numeric', 'min:0', 'max:1000'],
            'index' => ['required', 'string'],
        ];
    }
}
