<?php

declare(strict_types=1);

namespace Tests\Mutation;

/** One fault that can be planted: which node of which file, and what is done to it. */
final readonly class Mutant
{
    /**
     * @param  int  $node  place of the node in the walk through the file
     * @param  string  $what  tells it from all others, and stays the same while its line of code does
     */
    public function __construct(public string $file, public int $line, public int $node, public string $fault, private string $what)
    {
    }

    /** Its place in the order of a seed. Other code that changes does not move it, so one sample can be followed through versions. */
    public function lot(int $seed): string
    {
        return hash('sha256', "{$seed} {$this->what}");
    }

    public function __toString(): string
    {
        return "{$this->file}:{$this->line} {$this->fault}";
    }
}
