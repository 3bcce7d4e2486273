<?php

declare(strict_types=1);

namespace Logion\Risk;

/**
 * The deepest fall from an earlier peak. `depth` is zero or negative; positions are null when there was no fall.
 */
final readonly class Drawdown
{
    private function __construct(public float $depth, public ?int $peak, public ?int $trough, public ?int $recovery, public float $current)
    {
    }

    /** @param  list<float>  $closes */
    public static function of(array $closes): self
    {
        $peak = 0;
        $depth = $current = 0.0;
        $deepPeak = $trough = null;
        foreach ($closes as $i => $close) {
            if ($close > $closes[$peak]) {
                $peak = $i;
            }
            $current = $close / $closes[$peak] - 1;
            if ($current < $depth) {
                [$depth, $deepPeak, $trough] = [$current, $peak, $i];
            }
        }
        $recovery = null;
        if ($trough !== null && $deepPeak !== null) {
            for ($i = $trough + 1, $n = count($closes); $i < $n; $i++) {
                if ($closes[$i] >= $closes[$deepPeak]) {
                    $recovery = $i;
                    break;
                }
            }
        }

        return new self($depth, $deepPeak, $trough, $recovery, $current);
    }
}
