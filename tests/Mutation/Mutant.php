<?php

declare(strict_types=1);

namespace Tests\Mutation;

/** One fault that can be planted: which node of which file, and what is done to it. */
final readonly class Mutant
{
    /** @param  int  $node  place of the node in the walk through the file */
    public function __construct(public string $file, public int $line, public int $node, public string $fault)
    {
    }

    public function __toString(): string
    {
        return "{$this->file}:{$this->line} {$this->fault}";
    }
}
