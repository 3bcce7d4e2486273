<?php

declare(strict_types=1);

namespace Logion\Reporting;

use Logion\Figure\Words;

/** The kind of business: each has its own statements, ratios and methods. */
enum ReportingModel: string
{
    case Industrial = 'industrial';
    case Bank = 'bank';
    case Insurer = 'insurer';
    case Property = 'property';

    /** Not a business: it has prices and no accounts. */
    case Fund = 'fund';

    /** @return list<self> the kinds that report, which a fund does not */
    public static function ofBusinesses(): array
    {
        return array_values(array_filter(self::cases(), static fn (self $model): bool => $model !== self::Fund));
    }

    public function label(): string
    {
        return Words::label(
            "model.{$this->value}",
            match ($this) {
                self::Industrial => 'industrial company',
                self::Bank => 'bank',
                self::Insurer => 'insurer',
                self::Property => 'property company',
                self::Fund => 'fund',
            },
        );
    }
}
