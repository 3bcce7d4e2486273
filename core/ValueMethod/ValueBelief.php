<?php

declare(strict_types=1);

namespace Logion\ValueMethod;

/** A method by which a price asks one to believe something: the figure of one of its inputs. */
interface ValueBelief
{
    /** The input. */
    public function belief(): string;
}
