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
        ];
    }
}
