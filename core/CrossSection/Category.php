<?php

declare(strict_types=1);

namespace Logion\CrossSection;

/** A word for every company out of a few, such as its sector: one byte per company, from 1, and the words it stands for. */
final readonly class Category
{
    private const MOST = 255;

    /**
     * @param  list<string>  $words  word of each code, the first of code 1
     */
    public function __construct(public array $words, public string $codes)
    {
    }

    /** @param  list<string>  $values */
    public static function of(array $values): self
    {
        $codes = '';
        $known = [];
        foreach ($values as $value) {
            $known[$value] ??= count($known) + 1;
            if ($known[$value] > self::MOST) {
                throw new \LogicException('A category holds at most '.self::MOST.' different words.');
            }
            $codes .= chr($known[$value]);
        }

        return new self(array_map('strval', array_keys($known)), $codes);
    }

    public function at(int $position): string
    {
        return $this->words[ord($this->codes[$position]) - 1];
    }

    /**
     * Bytes 1 where the word is one of those wanted.
     *
     * @param  list<string>  $wanted
     */
    public function among(array $wanted): string
    {
        $to = str_repeat("\0", 256);
        foreach ($this->words as $i => $word) {
            if (in_array($word, $wanted, true)) {
                $to[$i + 1] = "\1";
            }
        }

        return strtr($this->codes, Column::everyByte(), $to);
    }

    /**
     * How many companies of a mask have each word, most frequent first.
     *
     * @return array<array-key, int>
     */
    public function counts(string $mask): array
    {
        $counts = [];
        foreach (count_chars($this->codes & strtr($mask, "\1", "\xff"), 1) as $code => $count) {
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
        return $this->codes === '' ? [] : array_map(fn (string $code): string => $this->words[ord($code) - 1], str_split($this->codes));
    }
}
