<?php

declare(strict_types=1);

namespace Logion\Figure;

/** Where a leaf of a working comes from: a line of a filing, a price, an estimate, an assumption, a computed total. */
final readonly class Source implements \JsonSerializable
{
    private function __construct(public string $kind, public string $text, public ?string $date = null, public ?int $filing = null)
    {
    }

    public static function filing(string $text, string $filedOn, int $filing): self
    {
        return new self('filing', $text, $filedOn, $filing);
    }

    public static function correction(string $text, string $madeOn): self
    {
        return new self('correction', $text, $madeOn);
    }

    /** A total nobody reported, added up from its parts. */
    public static function total(string $text): self
    {
        return new self('computed_total', $text);
    }

    public static function market(string $text, ?string $date = null): self
    {
        return new self('market', $text, $date);
    }

    public static function estimate(string $text, string $snapshot): self
    {
        return new self('estimate', $text, $snapshot);
    }

    public static function assumption(string $text): self
    {
        return new self('assumption', $text);
    }

    /** @return array<string, mixed> */
    public function jsonSerialize(): array
    {
        return array_filter(get_object_vars($this), static fn (mixed $part): bool => $part !== null);
    }
}
