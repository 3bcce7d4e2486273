<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Models\Role;
use App\Models\User;

/** Changes of what an installation shares have an author: who is named, else its first administrator. */
trait ChangesInstallation
{
    use PrintsFigures;

    protected function author(): ?User
    {
        $email = $this->option('user');

        return is_string($email)
            ? User::query()->where('email', $email)->first() ?? throw new \InvalidArgumentException("Nobody has the e-mail {$email}.")
            : User::query()->where('role', Role::Administrator)->orderBy('id')->first();
    }

    /** An argument that must be there once another is. */
    protected function must(string $argument, string $what): string
    {
        $value = $this->argument($argument);

        return is_string($value) && trim($value) !== '' ? trim($value) : throw new \InvalidArgumentException("Name {$what}.");
    }
}
