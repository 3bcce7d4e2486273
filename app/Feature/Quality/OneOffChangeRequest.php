<?php

declare(strict_types=1);

namespace App\Feature\Quality;

use Illuminate\Foundation\Http\FormRequest;

final class OneOffChangeRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'amount' => ['numeric', 'between:-1e16,1e16', 'not_in:0'],
            'before_tax' => ['boolean'],
            'note' => ['string', 'max:1000'],
        ];
    }
}
