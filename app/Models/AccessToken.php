<?php

declare(strict_types=1);

namespace App\Models;

use Laravel\Sanctum\PersonalAccessToken;

/** Lets a script ask in somebody's name, for reading only or for all they may do. Only its digest is kept. */
final class AccessToken extends PersonalAccessToken
{
    public const READ = 'read';

    public const WRITE = 'write';

    protected $table = 'personal_access_tokens';

    public function canWrite(): bool
    {
        return $this->can(self::WRITE);
    }

    /** When it was used last is not kept: a question to the program writes nothing. */
    public function save(array $options = []): bool
    {
        return ($this->exists && array_keys($this->getDirty()) === ['last_used_at']) || parent::save($options);
    }
}
