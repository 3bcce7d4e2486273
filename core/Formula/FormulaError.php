<?php

declare(strict_types=1);

namespace Logion\Formula;

use Logion\Figure\LogionException;

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
        $shown = mb_strimwidth($formula, 0, 120, '…');

        return new self(
            $problem.
                ($position === null ? '' : " at character {$position}").
                " in \"{$shown}\".".
                ($proposal === null ? '' : " Did you mean \"{$proposal}\"?"),
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

        return self::at('"'.mb_strimwidth($name, 0, 60, '…').'" is not a known name', $formula, $position, $best);
    }
}
