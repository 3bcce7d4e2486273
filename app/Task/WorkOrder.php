<?php

declare(strict_types=1);

namespace App\Task;

/** Long work somebody asked for: what is to be done, for whom it is told, and in which lane. */
final readonly class WorkOrder
{
    /**
     * @param  class-string<PartedWork>  $work
     * @param  array<string, mixed>  $arguments  of its constructor, besides the task and what the program gives it
     */
    public function __construct(public int $task, public string $work, public array $arguments, public string $lane)
    {
    }
}
