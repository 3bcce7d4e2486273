<?php

declare(strict_types=1);

namespace App\Feature\Account;

use Illuminate\Foundation\Http\FormRequest;

final class SignInRequest extends FormRequest
{
    use LowersAddress;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'email' => ['required', 'email'],
            'password' => ['required', 'string', 'max:1000', 'not_regex:/\x00/'],
            'code' => ['nullable', 'string', 'max:40'],
        ];
    }
}
