<?php

declare(strict_types=1);

namespace Logion\Valuation;

use Logion\Figure\LogionException;
use Logion\Figure\Numerals;
use Logion\Figure\Words;

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
            Words::say('terminal_growth_of_is_not_below', percent: Numerals::percent($growth, 2), percent2: Numerals::percent($rate, 2)),
        );
    }

    public static function unknown(string $name, string ...$known): self
    {
        return new self($name, Words::say('there_is_no_assumption_known_are', name: mb_substr($name, 0, 60), known: implode(', ', $known)));
    }

    public static function unknownMethod(string $name, string ...$known): self
    {
        return new self('method', Words::say('there_is_no_method', name: mb_substr($name, 0, 60), known: implode(', ', $known)));
    }

    public static function outOfRange(string $name, string $range): self
    {
        return new self($name, Words::say('must_be', name: $name, range: $range));
    }

    public static function missing(string ...$labels): self
    {
        return new self($labels[0] ?? '', Words::say('it_has_no_value_without', labels: implode(', ', $labels)));
    }

    public static function malformed(string $name, string $problem): self
    {
        return new self($name, "{$name}: {$problem}");
    }
}
