<?php

declare(strict_types=1);

namespace Logion\Formula;

use Logion\Figure\LogionException;
use Logion\Figure\Words;

/** A formula that cannot be understood: what is wrong, where, and the nearest name that exists. */
final class FormulaError extends \InvalidArgumentException implements LogionException
{
    private function __construct(
        string $message,
        public readonly string $formula,
        public readonly ?int $position = null,
        public readonly ?string $proposal = null,
    ) {
        parent::__construct($message);
    }

    public static function at(string $problem, string $formula, ?int $position = null, ?string $proposal = null): self
    {
        return new self(
            Words::say(
                'in_the_formula',
                problem: $position === null ? $problem : Words::say('at_character', problem: $problem, position: $position),
                formula: mb_strimwidth($formula, 0, 120, '…'),
            ).($proposal === null ? '' : ' '.Words::say('did_you_mean', proposal: $proposal)),
            $formula,
            $position,
            $proposal,
        );
    }

    /**
     * @param  list<string>  $known
     */
    public static function unknownName(string $name, string $formula, int $position, array $known): self
    {
        $best = null;
        $distance = max(3, intdiv(strlen($name), 3));
        foreach ($known as $candidate) {
            $d = levenshtein(substr($name, 0, 80), $candidate);
            if (str_contains($candidate, $name) && strlen($name) > 3) {
                $d = min($d, 2);
            }
            if ($d < $distance) {
                [$best, $distance] = [$candidate, $d];
            }
        }

        return self::at(Words::say('is_not_a_known_name', name: mb_strimwidth($name, 0, 60, '…')), $formula, $position, $best);
    }
}
