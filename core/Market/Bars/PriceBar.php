<?php

declare(strict_types=1);

namespace Logion\Market\Bars;

/** The trades of a span of time: a day, a week, a month. */
final readonly class PriceBar
{
    /**
     * @param  string  $span  2023-W05 for a week (ISO 8601), 2023-02 for a month
     * @param  int  $first  first day YYYYMMDD with trades, and the last
     * @param  int  $days  with trades
     * @param  bool  $finished  whether no trading day of the span is still to come
     */
    public function __construct(
        public string $span,
        public int $first,
        public int $last,
        public ?float $open,
        public ?float $high,
        public ?float $low,
        public float $close,
        public ?float $volume,
        public int $days,
        public bool $finished,
    ) {
    }
}
