<?php

declare(strict_types=1);

namespace Logion\Figure;

/**
 * How a figure came about: its formula in words and the workings of its inputs, down to a source.
 */
final readonly class Working implements \JsonSerializable
{
    /** @param  list<Working>  $children */
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
