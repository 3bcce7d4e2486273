<?php

declare(strict_types=1);

namespace Logion\Reporting\Quality;

/** A step that would mend a finding: figures to be corrected, as they would have stood in the filing. */
final readonly class Remedy implements \JsonSerializable
{
    /**
     * @param  'rescale'|'flip'|'replace'|'strike'  $kind
     * @param  list<array{line: string, period: int, value: ?float}>  $figures  null strikes a figure out
     */
    public function __construct(public string $kind, public string $label, public array $figures)
    {
    }

    /** @return array{kind: string, label: string, figures: list<array{line: string, period: int, value: ?float}>} */
    public function jsonSerialize(): array
    {
        return ['kind' => $this->kind, 'label' => $this->label, 'figures' => $this->figures];
    }
}
