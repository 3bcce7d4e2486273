<?php

declare(strict_types=1);

namespace Logion\Formula;

use Logion\Figure\Unit;

/** What names mean to a formula, as far as its units and its cost depend on it. */
interface Vocabulary
{
    public function unit(string $name): Unit;

    /** @return list<Node> the formulas a name stands for; none for a name that is read */
    public function definition(string $name): array;
}
