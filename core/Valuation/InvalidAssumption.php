<?php

declare(strict_types=1);

namespace Logion\Valuation;

use Logion\Figure\LogionException;
use Logion\Figure\Numerals;

/** An assumption that cannot be valued with; names the assumption and the way out. */
final class InvalidAssumption extends \InvalidArgumentException implements LogionException
{
    private function __construct(public readonly string $assumption, string $message)
    {
        parent::__construct($message);
    }

    public static function growthNotBelowRate(float $growth, float $rate): self
    {
        return new self(
            'terminal_growth',
            sprintf(
                'Terminal growth of %s is not below the discount rate of %s: the value would be infinite. Lower the growth, '
                    .'raise the rate, or end with an exit multiple.',
                Numerals::percent($growth, 2),
                Numerals::percent($rate, 2),
            ),
        );
    }

    public static function unknown(string $name, string ...$known): self
    {
        return new self($name, 'There is no assumption "'.mb_substr($name, 0, 60).'". Known are '.implode(', ', $known).'.');
    }

    public static function outOfRange(string $name, string $range): self
    {
        return new self($name, "{$name} must be {$range}.");
    }

    public static function malformed(string $name, string $problem): self
    {
        return new self($name, "{$name}: {$problem}");
    }
}
