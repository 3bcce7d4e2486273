<?php

declare(strict_types=1);

namespace App\Feature\Account;

/** Addresses of mail are the same however they are written. */
trait LowersAddress
{
    protected function prepareForValidation(): void
    {
        $email = $this->input('email');
        if (is_string($email)) {
            $this->merge(['email' => mb_strtolower(trim($email))]);
        }
    }
}
