<?php

declare(strict_types=1);

namespace Logion\CrossSection;

/**
 * A word for every company out of a few, such as its sector: the words, and for each company the number of its word, from 1, in one
 * byte, or in two where there are more words than a byte can tell apart.
 */
final readonly class Category
{
    private const MOST_IN_A_BYTE = 255;

    private int $width;

    /**
     * @param  list<string>  $words  word of each code, the first of code 1
     */
    public function __construct(public array $words, public string $codes)
    {
        $this->width = count($words) > self::MOST_IN_A_BYTE ? 2 : 1;
    }

    /** @param  list<string>  $values */
    public static function of(array $values): self
    {
        $known = [];
        $codes = [];
        foreach ($values as $value) {
            $codes[] = $known[$value] ??= count($known) + 1;
        }
        $packed = $codes === [] ? '' : pack((count($known) > self::MOST_IN_A_BYTE ? 'v' : 'C').'*', ...$codes);

        return new self(array_map('strval', array_keys($known)), $packed);
    }

    public function at(int $position): string
    {
        $code = ord($this->codes[$this->width * $position]);
        if ($this->width === 2) {
            $code += 256 * ord($this->codes[2 * $position + 1]);
        }

        return $this->words[$code - 1];
    }

    /**
     * Bytes 1 where the word is one of those wanted.
     *
     * @param  list<string>  $wanted
     */
    public function among(array $wanted): string
    {
        if ($this->width === 1) {
            $to = str_repeat("\0", 256);
            foreach ($this->words as $i => $word) {
                if (in_array($word, $wanted, true)) {
                    $to[$i + 1] = "\1";
                }
            }

            return strtr($this->codes, Column::everyByte(), $to);
        }
        $places = array_flip(array_keys(array_intersect($this->words, $wanted)));

        return implode('', array_map(static fn (int $code): string => isset($places[$code - 1]) ? "\1" : "\0", $this->numbers()));
    }

    /**
     * How many companies of a mask have each word, most frequent first.
     *
     * @return array<array-key, int>
     */
    public function counts(string $mask): array
    {
        $numbers = $this->width === 1
            ? count_chars($this->codes & strtr($mask, "\1", "\xff"), 1)
            : array_count_values(array_intersect_key($this->numbers(), array_flip(Mask::positions($mask))));
        ksort($numbers);
        $counts = [];
        foreach ($numbers as $code => $count) {
            if ($code > 0) {
                $counts[$this->words[$code - 1]] = $count;
            }
        }
        arsort($counts);

        return $counts;
    }

    /** @return list<string> */
    public function all(): array
    {
        return array_map(fn (int $code): string => $this->words[$code - 1], $this->numbers());
    }

    /** @return list<int> */
    private function numbers(): array
    {
        return $this->codes === '' ? [] : array_values(unpack(($this->width === 1 ? 'C' : 'v').'*', $this->codes) ?: []);
    }
}
