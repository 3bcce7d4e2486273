<?php

declare(strict_types=1);

namespace Logion\Dividend;

use Logion\Figure\Figure;

/** By how much what pays a dividend could fall before it no longer covers it, and what it did in a downturn. */
final readonly class EnduredFall
{
    /**
     * @param  string  $source  formula of what pays it, a share
     * @param  string  $payout  metric of the part that is paid out
     * @param  Figure  $withstands  as a part of the source; negative where it does not cover the dividend now
     * @param  float|null  $fell  change of the source in the downturn, zero or negative where it fell; null where that is not known
     */
    public function __construct(public string $source, public string $payout, public Figure $withstands, public ?float $fell)
    {
    }

    /** Whether the dividend of today would be covered after the same fall once more; null where either is not known. */
    public function wouldCover(): ?bool
    {
        return ! $this->withstands->isKnown() || $this->fell === null ? null : -$this->fell <= $this->withstands->value();
    }
}
