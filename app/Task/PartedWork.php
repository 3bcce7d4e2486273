<?php

declare(strict_types=1);

namespace App\Task;

use Closure;

/**
 * Work that is split, over companies or draws: each part is for whichever worker is free, and what all of them found is put together at
 * the end.
 */
interface PartedWork
{
    /**
     * What is asked of each part, the same for the same data: a part that was found before an end is not asked again.
     *
     * @return list<array{asked: array<string, mixed>, size: int}> size in what progress is told in; nought of work that
     *     {@see TellsProgress}
     */
    public function parts(): array;

    /**
     * What a part found. It may be asked for again after a worker died at it: what it writes is then written already, and found to be.
     *
     * @param  array<string, mixed>  $asked
     * @param  Closure(): void  $goesOn  to be called now and then; throws {@see WorkCancelled} where nobody waits any more
     */
    public function compute(array $asked, Closure $goesOn): string;

    /**
     * Stores what comes of the parts, all of it or nothing.
     *
     * @param  iterable<string>  $found  by place
     * @return bool false where it is begun anew: the data changed meanwhile and nothing was stored, or a next stage follows
     */
    public function finish(iterable $found): bool;

    /** Somebody cancelled it: what became of it, in a sentence; null where another worker is still at it, who will say. */
    public function cancelled(): ?string;
}
