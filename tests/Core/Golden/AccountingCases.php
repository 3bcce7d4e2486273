<?php

declare(strict_types=1);

namespace Tests\Core\Golden;

final class AccountingCases
{
    public static function all(): array
    {
        return [];
    }
}
