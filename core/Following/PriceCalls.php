<?php

declare(strict_types=1);

namespace Logion\Following;

use Closure;

/** On which days a price came to where it was waited for. */
final class PriceCalls
{
    /**
     * Days on which it is met and was not at the close before.
     *
     * @param  list<int>  $days  YYYYMMDD, ascending
     * @param  list<float>  $closes
     * @param  Closure(int, float): array{bool, float}  $met  of a day and its close: whether, and the price it is held against
     * @param  int  $after  day after which calls are wanted
     * @return list<Call>
     */
    public static function between(array $days, array $closes, Closure $met, int $after, int $until): array
    {
        $calls = [];
        $before = false;
        foreach ($days as $i => $day) {
            if ($day > $until) {
                break;
            }
            [$is, $against] = $met($day, $closes[$i]);
            if ($is && ! $before && $day > $after) {
                $calls[] = new Call($day, (string) $day, $closes[$i], $against);
            }
            $before = $is;
        }

        return $calls;
    }

    /**
     * Whether a close meets a check of prices.
     *
     * @param  Closure(int): float  $splits  new shares for an old one from a day to the basis of the closes
     * @return Closure(int, float): array{bool, float}
     */
    public static function rule(CompanyCheck $check, Closure $splits): Closure
    {
        if ($check->kind === CheckKind::Level && $check->level !== null) {
            $level = $check->level;
            $ratio = $splits($level->drawnOn);

            return static function (int $day, float $close) use ($level, $ratio, $check): array {
                $at = $level->at($day) / $ratio;

                return [$at > 0 && abs($close / $at - 1) <= $check->within, $at];
            };
        }
        $price = (float) $check->price / $splits((int) $check->setOn);

        return $check->kind === CheckKind::PriceBelow
            ? static fn (int $day, float $close): array => [$close <= $price, $price]
            : static fn (int $day, float $close): array => [$close >= $price, $price];
    }
}
