<?php

declare(strict_types=1);

namespace App\Models;

/** What somebody may change. What they make for themselves is theirs in every role. */
enum Role: string
{
    /** Settings of the installation and its people, too. */
    case Administrator = 'administrator';

    /** What all share: facts, prices and reference data. */
    case Editor = 'editor';

    case Reader = 'reader';

    public function mayChangeFacts(): bool
    {
        return $this !== self::Reader;
    }

    public function mayAdminister(): bool
    {
        return $this === self::Administrator;
    }
}
