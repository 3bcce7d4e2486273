<?php

declare(strict_types=1);

namespace Logion\Portfolio;

/** A gain divided into what a position did in its own currency, what the currency did, and both together. */
final readonly class CurrencyGain
{
    private function __construct(
        public ?float $local,
        public ?float $currency,
        public ?float $cross,
        public ?float $total,
        public ?float $begin,
        public ?float $localReturn,
        public ?float $currencyReturn,
        public ?float $return,
    ) {
    }

    /**
     * @param  float|null  $begin  in its own currency, as is the end and the income
     * @param  float|null  $rateBegin  base currency per unit
     */
    public static function of(?float $begin, ?float $end, float $income, ?float $rateBegin, ?float $rateEnd): self
    {
        if ($begin === null || $end === null || $rateBegin === null || $rateEnd === null) {
            return new self(null, null, null, null, null, null, null, null);
        }
        $gain = $end + $income - $begin;
        $moved = $rateEnd - $rateBegin;
        $local = $begin > 0 ? $gain / $begin : null;
        $currency = $rateBegin == 0.0 ? null : $rateEnd / $rateBegin - 1;

        return new self(
            $gain * $rateBegin,
            $begin * $moved,
            $gain * $moved,
            ($end + $income) * $rateEnd - $begin * $rateBegin,
            $begin * $rateBegin,
            $local,
            $currency,
            $local === null || $currency === null ? null : (1 + $local) * (1 + $currency) - 1,
        );
    }

    /**
     * Several together.
     *
     * @param  list<self>  $parts
     */
    public static function sum(array $parts): self
    {
        $add = static function (string $what) use ($parts): ?float {
            $of = array_map(static fn (self $part): ?float => $part->{$what}, $parts);

            return in_array(null, $of, true) ? null : (float) array_sum($of);
        };
        [$total, $begin] = [$add('total'), $add('begin')];

        return new self(
            $add('local'),
            $add('currency'),
            $add('cross'),
            $total,
            $begin,
            null,
            null,
            $total === null || $begin === null || $begin <= 0 ? null : $total / $begin,
        );
    }
}
