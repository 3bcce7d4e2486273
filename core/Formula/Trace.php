<?php

declare(strict_types=1);

namespace Logion\Formula;

/**
 * What an evaluation read, as it ran: the inputs of every metric in reading order. Only the run itself writes here, so a
 * working made from a trace cannot disagree with the figure.
 */
final class Trace
{
    /** @var list<list<TracedInput>> inputs met so far, one list per open metric */
    private array $open = [[]];

    /** @var array<string, array<int, list<TracedInput>>> inputs of finished metrics, by key and moment */
    private array $closed = [];

    public function name(string $name, Moment $moment, Vector $value): void
    {
        $this->open[count($this->open) - 1][] = new TracedInput(Node::name($name), $moment, $value);
    }

    public function source(Node $call, Moment $moment, Vector $value): void
    {
        $this->open[count($this->open) - 1][] = new TracedInput($call, $moment, $value);
    }

    public function open(): void
    {
        $this->open[] = [];
    }

    public function restart(): void
    {
        $this->open[count($this->open) - 1] = [];
    }

    public function close(string $metric, Moment $moment): void
    {
        $this->closed[$metric][$moment->id] = array_pop($this->open) ?? [];
    }

    /** @return list<TracedInput> what a metric read at a moment */
    public function of(string $metric, Moment $moment): array
    {
        return $this->closed[$metric][$moment->id] ?? [];
    }

    /**
     * What was read outside any metric since it was last asked.
     *
     * @return list<TracedInput>
     */
    public function take(): array
    {
        $inputs = $this->open[0];
        $this->open[0] = [];

        return $inputs;
    }

    /** Forgets what was read since the last {@see open()}: inputs that are shown elsewhere. */
    public function discard(): void
    {
        array_pop($this->open);
    }
}
