<?php

declare(strict_types=1);

namespace App\Feature\Account;

use Illuminate\Foundation\Http\FormRequest;
use Logion\Figure\Words;

/** What changes an account is asked for with its password. */
class ConfirmedRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['current' => ['required', 'string', 'current_password:web']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['current.current_password' => Words::say('current_password_is_wrong')];
    }
}
