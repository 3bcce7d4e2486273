<?php

declare(strict_types=1);

namespace App\Task;

/** Work whose progress is not in the sizes of its parts. */
interface TellsProgress
{
    /** @return array{int, int} what is done, and of how much; none where that is not known */
    public function progress(): array;
}
