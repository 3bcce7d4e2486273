<?php

declare(strict_types=1);

namespace App\Feature\Intake;

use Illuminate\Foundation\Http\FormRequest;

final class ProfileRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'min:1', 'max:120'],
        ];
    }
}
