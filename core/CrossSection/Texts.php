<?php

declare(strict_types=1);

namespace Logion\CrossSection;

/** A text for every company, kept joined; one is read without taking all apart. */
final readonly class Texts
{
    /**
     * @param  string  $joined  texts without line breaks, each followed by one
     * @param  string  $offsets  where each begins, packed as 32-bit numbers
     */
    public function __construct(public string $joined, public string $offsets)
    {
    }

    /** @param  list<string>  $texts */
    public static function of(array $texts): self
    {
        $joined = $offsets = '';
        foreach ($texts as $text) {
            $offsets .= pack('V', strlen($joined));
            $joined .= strtr($text, "\n", ' ')."\n";
        }

        return new self($joined, $offsets);
    }

    public function at(int $position): string
    {
        $from = (unpack('V', $this->offsets, 4 * $position) ?: [1 => 0])[1];

        return substr($this->joined, $from, (int) strpos($this->joined, "\n", $from) - $from);
    }

    /** @return list<string> */
    public function all(): array
    {
        return $this->joined === '' ? [] : explode("\n", substr($this->joined, 0, -1));
    }
}
