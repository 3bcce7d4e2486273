<?php

declare(strict_types=1);

namespace Logion\Figure;

/**
 * How a figure came about: its formula in words and the workings of its inputs, down to a source.
 */
final readonly class Working implements \JsonSerializable
{
    /**
     * @param  list<Working>  $children
     * @param  string|null  $key  that tells it from other parts: a line, a metric, an assumption, with its year where it has one
     */
    public function __construct(
        public string $label,
        public Figure $figure,
        public ?string $formula = null,
        public ?string $period = null,
        public array $children = [],
        public ?Source $source = null,
        public ?string $key = null,
    ) {
    }

    /** @return array<string, mixed> */
    public function jsonSerialize(): array
    {
        return array_filter(
            [
                'key' => $this->key,
                'label' => $this->label,
                'formula' => $this->formula,
                'period' => $this->period,
                ...$this->figure->jsonSerialize(),
                'source' => $this->source,
                'children' => $this->children === [] ? null : $this->children,
            ],
            static fn (mixed $part, string $name): bool => $part !== null || $name === 'value',
            ARRAY_FILTER_USE_BOTH,
        );
    }

    /** The part with a key, at whatever depth; null if there is none. */
    public function part(string $key): ?self
    {
        foreach ($this->children as $child) {
            $found = $child->key === $key ? $child : $child->part($key);
            if ($found !== null) {
                return $found;
            }
        }

        return null;
    }

    /**
     * All leaves of the tree in reading order.
     *
     * @return list<Working>
     */
    public function leaves(): array
    {
        return $this->children === []
            ? [$this]
            : array_merge(...array_map(static fn (self $child): array => $child->leaves(), $this->children));
    }
}
