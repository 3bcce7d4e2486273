<?php

declare(strict_types=1);

namespace App\Feature\Account;

use Illuminate\Foundation\Http\FormRequest;

final class RegistrationRequest extends FormRequest
{
    use LowersAddress;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:80'],
            'email' => ['required', 'email', 'max:190'],
            'password' => ['required', 'string', new GoodPassword()],
            'invitation' => ['nullable', 'string', 'max:1000'],
        ];
    }
}
