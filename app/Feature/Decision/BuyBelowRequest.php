<?php

declare(strict_types=1);

namespace App\Feature\Decision;

use Illuminate\Foundation\Http\FormRequest;

final class BuyBelowRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'value' => ['required', 'numeric'],
            'margin' => ['required', 'numeric'],
            'price' => ['nullable', 'numeric'],
        ];
    }
}
