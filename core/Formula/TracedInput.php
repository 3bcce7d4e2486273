<?php

declare(strict_types=1);

namespace Logion\Formula;

/** Something an evaluation read: a name, or a function that is a source of its own. */
final readonly class TracedInput
{
    public function __construct(public Node $node, public Moment $moment, public Vector $value)
    {
    }
}
