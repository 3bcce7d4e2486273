<?php

declare(strict_types=1);

namespace Logion\Market\Risk;

/**
 * The deepest fall from an earlier peak. `depth` is zero or negative; positions are null when there was no fall.
 */
final readonly class MaximumDrawdown
{
    private function __construct(
        public float $depth,
        public ?int $peak,
        public ?int $trough,
        public ?int $recovery,
        public float $current,
    ) {
    }

    /** @param  list<float>  $closes */
    public static function of(array $closes): self
    {
        $peak = 0;
        $top = $bottom = $closes[0] ?? 0.0;
        $depth = 0.0;
        $deepPeak = $trough = null;
        foreach ($closes as $i => $close) {
            if ($close > $top) {
                $peak = $i;
                $top = $bottom = $close;
            } elseif ($close < $bottom) {
                // Only the lowest since the peak can be deeper than all before.
                $bottom = $close;
                $fall = $close / $top - 1;
                if ($fall < $depth) {
                    [$depth, $deepPeak, $trough] = [$fall, $peak, $i];
                }
            }
        }
        $current = $closes === [] ? 0.0 : $closes[count($closes) - 1] / $top - 1;
        $recovery = null;
        if ($trough !== null && $deepPeak !== null) {
            $high = $closes[$deepPeak];
            for ($i = $trough + 1, $n = count($closes); $i < $n; $i++) {
                if ($closes[$i] >= $high) {
                    $recovery = $i;
                    break;
                }
            }
        }

        return new self($depth, $deepPeak, $trough, $recovery, $current);
    }
}
