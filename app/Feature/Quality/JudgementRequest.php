<?php

declare(strict_types=1);

namespace App\Feature\Quality;

use Illuminate\Foundation\Http\FormRequest;

final class JudgementRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'subject' => ['required', 'string', 'max:160', 'regex:/^(break|finding):/'],
            'note' => ['nullable', 'string', 'max:1000'],
        ];
    }
}
