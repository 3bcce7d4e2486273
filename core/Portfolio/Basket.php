<?php

declare(strict_types=1);

namespace Logion\Portfolio;

/** Index of an equally weighted basket, base 100. Missing closes carry the last close forward. */
final class Basket
{
    /**
     * Rebalanced daily: the index compounds the mean of the members' simple returns.
     *
     * @param  list<list<?float>>  $members  closes per member on common days
     * @return list<float>
     */
    public static function rebalancedDaily(array $members): array
    {
        $members = array_map(self::carried(...), $members);
        $index = [100.0];
        for ($i = 1, $n = count($members[0] ?? []); $i < $n; $i++) {
            $sum = 0.0;
            foreach ($members as $closes) {
                $sum += $closes[$i] / $closes[$i - 1] - 1;
            }
            $index[] = $index[$i - 1] * (1 + $sum / count($members));
        }

        return $index;
    }

    /**
     * Equal money in each member on the first day, no trades after.
     *
     * @param  list<list<?float>>  $members
     * @return list<float>
     */
    public static function buyAndHold(array $members): array
    {
        $members = array_map(self::carried(...), $members);
        $index = [];
        for ($i = 0, $n = count($members[0] ?? []); $i < $n; $i++) {
            $sum = 0.0;
            foreach ($members as $closes) {
                $sum += $closes[$i] / $closes[0];
            }
            $index[] = 100 * $sum / count($members);
        }

        return $index;
    }

    /**
     * @param  list<?float>  $closes
     * @return list<float>
     */
    private static function carried(array $closes): array
    {
        $last = null;
        foreach ($closes as $close) {
            if ($close !== null) {
                $last ??= $close;
            }
        }
        $carried = [];
        foreach ($closes as $close) {
            $last = $close ?? $last;
            $carried[] = (float) $last;
        }

        return $carried;
    }
}
