<?php

declare(strict_types=1);

namespace Logion\Multiple;

use Logion\Valuation\EquityBridge;

/** What a group's multiples are worth on a subject's own figures, all in one currency. */
final readonly class ImpliedValue
{
    private function __construct(public MultipleSpread $enterprise, public MultipleSpread $equity, public MultipleSpread $perShare)
    {
    }

    /**
     * Not meaningful throughout where the subject's figure is not above nothing.
     *
     * @param  float|null  $figure  of the subject, of the kind the multiple is of
     * @param  float|null  $shares  null or none leaves the value a share out
     */
    public static function of(Multiple $multiple, MultipleSpread $group, ?float $figure, EquityBridge $bridge, ?float $shares): self
    {
        $value = $figure === null || $figure <= 0 ? $group->withoutMeaning() : $group->map(static fn (float $x): float => $x * $figure);
        $equity = $multiple->isOfEnterprise() ? $value->map($bridge->equityValue(...)) : $value;

        return new self(
            $multiple->isOfEnterprise() ? $value : $value->map(static fn (float $x): float => $x - $bridge->net()),
            $equity,
            $equity->map(static fn (float $x): ?float => $shares === null || $shares <= 0 ? null : $x / $shares),
        );
    }
}
