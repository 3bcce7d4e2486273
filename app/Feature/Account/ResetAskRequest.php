<?php

declare(strict_types=1);

namespace App\Feature\Account;

use Illuminate\Foundation\Http\FormRequest;

final class ResetAskRequest extends FormRequest
{
    use LowersAddress;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['email' => ['required', 'email', 'max:190']];
    }
}
