<?php

declare(strict_types=1);

namespace App\Feature\Market;

use Logion\Figure\Words;
use Logion\Market\Bars\LevelEntry;
use Logion\Market\Bars\PriceLevels;
use Logion\Market\Bars\PriceTrend;

/** A trend by its swings and an entry by levels, as sentences. */
final class MarketWords
{
    public static function trend(PriceTrend $trend, int $bars): string
    {
        if ($trend->state === null) {
            return $bars === 0 ? Words::say('trend_without_bars') : Words::say('trend_without_swings');
        }
        [$high, $before] = [self::price($trend->lastHigh), self::price($trend->highBefore)];
        [$low, $under] = [self::price($trend->lastLow), self::price($trend->lowBefore)];
        $change = self::price($trend->change);
        $sentence = match ($trend->state) {
            PriceTrend::UP => Words::say('trend_up', high: $high, high_before: $before, low: $low, low_before: $under, change: $change),
            PriceTrend::DOWN => Words::say('trend_down', high: $high, high_before: $before, low: $low, low_before: $under, change: $change),
            default => Words::say('trend_sideways', high: $high, high_before: $before, low: $low, low_before: $under),
        };

        return $trend->crossed === true ? $sentence.' '.Words::say('trend_is_crossed') : $sentence;
    }

    public static function entry(?LevelEntry $entry, PriceLevels $levels): string
    {
        if ($levels->range === null) {
            return Words::say('entry_without_range');
        }
        if ($entry === null) {
            return $levels->levels === [] ? Words::say('entry_without_levels') : Words::say('entry_above_all_levels');
        }
        $parts = [
            Words::say(
                'entry_above',
                above: self::price($entry->above),
                percent: number_format($entry->percent, 1, '.', ''),
                ranges: number_format($entry->ranges, 1, '.', ''),
            ),
        ];
        $parts[] =
            $entry->wrong === null || $entry->risk === null
                ? Words::say('entry_has_no_level_below')
                : Words::say('entry_wrong_below', wrong: self::price($entry->wrong), risk: self::percent($entry->risk));
        $ratio = $entry->gainToRisk();
        $parts[] = match (true) {
            $entry->next === null || $entry->gain === null => Words::say('entry_has_no_level_beyond'),
            $ratio === null => Words::say('entry_next', next: self::price($entry->next), gain: self::percent($entry->gain)),
            default => Words::say(
                'entry_next_against_risk',
                next: self::price($entry->next),
                gain: self::percent($entry->gain),
                ratio: number_format($ratio, 1, '.', ''),
            ),
        };

        return implode(' ', $parts);
    }

    private static function price(?float $price): string
    {
        return $price === null ? '–' : number_format($price, abs($price) < 10 ? 3 : 2, '.', ' ');
    }

    private static function percent(float $part): string
    {
        return number_format(100 * $part, 1, '.', '');
    }
}
