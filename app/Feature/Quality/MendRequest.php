<?php

declare(strict_types=1);

namespace App\Feature\Quality;

use Illuminate\Foundation\Http\FormRequest;

final class MendRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'key' => ['required', 'string', 'max:160'],
            'remedy' => ['required', 'integer', 'between:0,20'],
        ];
    }
}
