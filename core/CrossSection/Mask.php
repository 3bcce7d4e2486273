<?php

declare(strict_types=1);

namespace Logion\CrossSection;

/**
 * A condition decided for every company at once: one byte per company, 1 where it holds, and another string with 1 where it
 * does not. Where both are 0 it cannot be decided. Bitwise operators on strings run through all companies in one go.
 */
final readonly class Mask
{
    /** Bytes that tell whether hits are rarer than misses. */
    private const SAMPLE = 1024;

    private function __construct(public string $true, public string $false)
    {
    }

    /** @param  string  $true  bytes 1 and 0 */
    public static function of(string $true, string $false): self
    {
        return new self($true, $false);
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
            $bytes .= $value != $value ? "\2" : ($value != 0.0 ? "\1" : "\0");
        }

        return new self(strtr($bytes, "\2", "\0"), strtr($bytes, "\0\1\2", "\1\0\0"));
    }

    public function and(self $other): self
    {
        return new self($this->true & $other->true, $this->false | $other->false);
    }

    public function or(self $other): self
    {
        return new self($this->true | $other->true, $this->false & $other->false);
    }

    public function not(): self
    {
        return new self($this->false, $this->true);
    }

    /**
     * At least k of the conditions hold; it does not hold as soon as so many fail that k cannot be reached.
     *
     * @param  non-empty-list<self>  $conditions
     */
    public static function atLeast(int $k, array $conditions): self
    {
        return new self(
            self::countReaches($k, array_column($conditions, 'true')),
            self::countReaches(count($conditions) - $k + 1, array_column($conditions, 'false')),
        );
    }

    /** Where it cannot be decided. */
    public function unknown(): string
    {
        return self::complement($this->true | $this->false);
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
    public static function at(array $positions, int $size): string
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
