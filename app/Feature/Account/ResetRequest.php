<?php

declare(strict_types=1);

namespace App\Feature\Account;

use Illuminate\Foundation\Http\FormRequest;

final class ResetRequest extends FormRequest
{
    use LowersAddress;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'email' => ['required', 'email', 'max:190'],
            'token' => ['required', 'string', 'max:200'],
            'password' => ['required', 'string', new GoodPassword()],
        ];
    }
}
