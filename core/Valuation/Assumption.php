<?php

declare(strict_types=1);

namespace Logion\Valuation;

use Logion\Figure\Unit;

/** A figure one may believe otherwise: its value, where it comes from, and what else it could be. */
final readonly class Assumption implements \JsonSerializable
{
    /** @param  array<string, float>  $alternatives value by source */
    public function __construct(
        public string $name,
        public string $label,
        public Unit $unit,
        public float $value,
        public string $source,
        public array $alternatives = [],
        public string $note = '',
    ) {
    }

    public function own(float $value): self
    {
        return new self(
            $this->name,
            $this->label,
            $this->unit,
            $value,
            'own',
            [$this->source === 'own' ? 'before' : $this->source => $this->value, ...$this->alternatives],
            $this->note,
        );
    }

    /** @return array<string, mixed> */
    public function jsonSerialize(): array
    {
        return [...get_object_vars($this), 'unit' => $this->unit->value, 'alternatives' => (object) $this->alternatives];
    }
}
