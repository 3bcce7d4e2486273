<?php

declare(strict_types=1);

namespace Logion\Reporting\View;

/** A place in the statements where a careful reader would ask why; a reader accepts it as a one-off, dismisses it, or leaves it. */
final readonly class AccountBreak
{
    /**
     * @param  float|null  $amount  what would be the one-off, in the sense of the line; null where none is proposed
     * @param  int|null  $quarter  the quarter most of it fell into, where it is better marked: figures of twelve months then know it too
     */
    public function __construct(
        public string $kind,
        public int $period,
        public string $line,
        public string $sentence,
        public ?float $amount = null,
        public bool $beforeTax = true,
        public ?int $quarter = null,
    ) {
    }

    public function key(): string
    {
        return "{$this->kind}:{$this->line}:{$this->period}";
    }
}
