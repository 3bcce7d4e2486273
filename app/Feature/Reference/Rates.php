<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use App\Models\User;
use App\Storage\ChangeLog;
use App\Storage\ColumnStore;
use App\Storage\EconomyReader;
use App\Storage\EconomySeries;
use Logion\Figure\Words;
use Logion\Intake\Refusal;
use Logion\Time\Day;

/** Interest rates, exchange rates and other series of the economy, point by point. */
final readonly class Rates
{
    /** No rate of a year, and no yield, is beyond this. */
    private const HIGHEST_YIELD = 1.0;

    public function __construct(private ChangeLog $log, private ColumnStore $columns, private EconomyReader $economy)
    {
    }

    /**
     * @param  array<int, float|null>  $points  by day; null takes a point out
     *
     * @throws Refusal if a value cannot be one of the series
     */
    public function put(?User $by, string $name, array $points): void
    {
        if (! EconomySeries::isKnown($name)) {
            throw Refusal::because(
                Words::say('there_is_no_series_write_one', name: $name, known: implode(', ', array_keys(EconomySeries::KNOWN))),
            );
        }
        foreach ($points as $day => $value) {
            $value === null || self::refuseUnlessPlausible($name, $day, $value);
        }
        $label = EconomySeries::label($name);
        $count = count($points);
        $what = $label.($count === 1 ? '' : Words::say('days', count: $count));
        $this->log->record($by, $what, function (ChangeLog $log) use ($name, $points): void {
            foreach ($points as $day => $value) {
                $key = ['name' => $name, 'day' => $day];
                $value === null ? $log->delete('economy_series', $key) : $log->put('economy_series', $key, ['value' => $value]);
            }
            $points === [] || $this->columns->forgetFrom(min(array_keys($points)));
        });
        $this->economy->forget();
    }

    /** @throws Refusal if a value cannot be one of the series */
    public static function refuseUnlessPlausible(string $name, int $day, float $value): void
    {
        $isYield = EconomySeries::isYield($name);
        if ($isYield && abs($value) > self::HIGHEST_YIELD) {
            throw Refusal::because(Words::say('on_the_rate_would_be_more', day: Day::iso($day), value: $value));
        }
        if (! $isYield && $value <= 0.0) {
            throw Refusal::because(Words::say('on_the_value_would_be_it', day: Day::iso($day), value: $value));
        }
    }
}
