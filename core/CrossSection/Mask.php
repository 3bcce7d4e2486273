<?php

declare(strict_types=1);

namespace Logion\CrossSection;

/**
 * A condition decided for every company at once, one byte per company: {@see HOLDS}, {@see FAILS}, or {@see OPEN} where it cannot be
 * decided. Their bits are such that `&` and `|` of strings, which run through all companies in one go, are "and" and "or" of three
 * truth values (Kleene 1938). Selections of companies are strings of bytes 1 and 0.
 */
final readonly class Mask
{
    public const HOLDS = "\3";

    public const OPEN = "\1";

    public const FAILS = "\0";

    /** Bytes that tell whether hits are rarer than misses. */
    private const SAMPLE = 1024;

    /** @param  string  $decided  a byte per company */
    public function __construct(public string $decided)
    {
    }

    /**
     * From numbers: not zero holds, zero does not, NaN cannot be decided.
     *
     * @param  list<float>  $values
     */
    public static function fromValues(array $values): self
    {
        $bytes = '';
        foreach ($values as $value) {
            $bytes .= $value != $value ? self::OPEN : ($value != 0.0 ? self::HOLDS : self::FAILS);
        }

        return new self($bytes);
    }

    public function and(self $other): self
    {
        return new self($this->decided & $other->decided);
    }

    public function or(self $other): self
    {
        return new self($this->decided | $other->decided);
    }

    public function not(): self
    {
        return new self(strtr($this->decided, self::HOLDS.self::FAILS, self::FAILS.self::HOLDS));
    }

    /**
     * At least k of the conditions hold; it does not hold as soon as so many fail that k cannot be reached.
     *
     * @param  non-empty-list<self>  $conditions
     */
    public static function atLeast(int $k, array $conditions): self
    {
        $true = self::countReaches($k, array_map(static fn (self $of): string => $of->true(), $conditions));
        $false = self::countReaches(count($conditions) - $k + 1, array_map(static fn (self $of): string => $of->false(), $conditions));

        return new self(strtr($true, "\1", self::HOLDS) | self::complement($false));
    }

    /** The companies for which it holds, as a selection. */
    public function true(): string
    {
        return strtr($this->decided, self::HOLDS.self::OPEN, "\1\0");
    }

    /** The companies for which it does not hold, as a selection. */
    public function false(): string
    {
        return strtr($this->decided, self::HOLDS.self::OPEN.self::FAILS, "\0\0\1");
    }

    /** Whether it holds for the company at a position; null where that cannot be decided. */
    public function at(int $position): ?bool
    {
        return match ($this->decided[$position]) {
            self::HOLDS => true,
            self::FAILS => false,
            default => null,
        };
    }

    /** A mask that holds where a selection says so and fails elsewhere. */
    public static function selecting(string $selection): self
    {
        return new self(strtr($selection, "\1", self::HOLDS));
    }

    /** Of how many companies it is so. */
    public function countOf(string $decision): int
    {
        $few = min(strlen($this->decided), self::SAMPLE);
        if (2 * substr_count($this->decided, $decision, 0, $few) <= $few) {
            return substr_count($this->decided, $decision);
        }

        return strlen($this->decided) - array_sum(array_map(
            fn (string $other): int => substr_count($this->decided, $other),
            array_diff([self::HOLDS, self::OPEN, self::FAILS], [$decision]),
        ));
    }

    public static function count(string $bytes): int
    {
        // What is rarer is counted: looking for the next takes a moment each, passing over many takes none.
        $length = strlen($bytes);
        $few = min($length, self::SAMPLE);

        $isDense = $few > 0 && 2 * substr_count($bytes, "\1", 0, $few) > $few;

        return $isDense ? $length - substr_count($bytes, "\0") : substr_count($bytes, "\1");
    }

    public static function complement(string $bytes): string
    {
        return $bytes ^ str_repeat("\1", strlen($bytes));
    }

    /** @return list<int> positions whose byte is 1, ascending */
    public static function positions(string $bytes): array
    {
        $positions = [];
        for ($at = strpos($bytes, "\1"); $at !== false; $at = strpos($bytes, "\1", $at + 1)) {
            $positions[] = $at;
        }

        return $positions;
    }

    /** @param  list<int>  $positions */
    public static function choosing(array $positions, int $size): string
    {
        $bytes = str_repeat("\0", $size);
        foreach ($positions as $position) {
            $bytes[$position] = "\1";
        }

        return $bytes;
    }

    /**
     * Where at least k of the byte strings hold a 1.
     *
     * @param  non-empty-list<string>  $strings
     */
    private static function countReaches(int $k, array $strings): string
    {
        $size = strlen($strings[0]);
        $reached = [str_repeat("\1", $size), ...array_fill(0, max(0, $k), str_repeat("\0", $size))];
        foreach ($strings as $string) {
            for ($j = $k; $j >= 1; $j--) {
                $reached[$j] |= $reached[$j - 1] & $string;
            }
        }

        return $reached[max(0, $k)];
    }
}
