<?php

declare(strict_types=1);

namespace Logion\Reporting\Quality;

/** Something in a company's statements that does not hold together: where, by how much, the likely cause and what would mend it. */
final readonly class Finding
{
    /**
     * @param  int  $weight  0 to 100; the heavier, the more it would mislead
     * @param  list<Remedy>  $remedies
     */
    public function __construct(
        public string $check,
        public int $period,
        public ?string $line,
        public ?float $stated,
        public ?float $computed,
        public string $sentence,
        public string $cause,
        public int $weight,
        public array $remedies = [],
    ) {
    }

    /** The same finding has the same key every time it is made. */
    public function key(): string
    {
        return "{$this->check}:".($this->line ?? '').":{$this->period}";
    }
}
