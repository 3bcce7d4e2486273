<?php

declare(strict_types=1);

namespace App\Feature\Account;

final class PasswordRequest extends ConfirmedRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $user = $this->user();

        return [
            ...parent::rules(),
            'password' => ['required', 'string', 'different:current', new GoodPassword([$user->name, $user->email])],
        ];
    }
}
