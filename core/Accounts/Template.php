<?php

declare(strict_types=1);

namespace Logion\Accounts;

/** The kind of business: each has its own statements, ratios and methods. */
enum Template: string
{
    case Industrial = 'industrial';
    case Bank = 'bank';
    case Insurer = 'insurer';
    case Property = 'property';

    public function label(): string
    {
        return match ($this) {
            self::Industrial => 'industrial company',
            self::Bank => 'bank',
            self::Insurer => 'insurer',
            self::Property => 'property company',
        };
    }
}
