<?php

declare(strict_types=1);

namespace App\Feature\Quality;

use Illuminate\Foundation\Http\FormRequest;

final class FindingsRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'ticker' => ['nullable', 'string'],
            'check' => ['nullable', 'string', 'max:40'],
            'accepted' => ['nullable', 'in:true,false,0,1'],
            'offset' => ['integer', 'min:0'],
            'limit' => ['integer', 'between:1,500'],
        ];
    }
}
