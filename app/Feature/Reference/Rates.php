<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use App\Models\User;
use App\Storage\ChangeLog;
use App\Storage\ColumnStore;
use App\Storage\EconomyReader;
use App\Storage\EconomySeries;
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
                "There is no series \"{$name}\". Write one of ".
                    implode(', ', array_keys(EconomySeries::KNOWN)).
                    ', or exchange_rate: and a currency',
            );
        }
        foreach ($points as $day => $value) {
            $value === null || self::refuseUnlessPlausible($name, $day, $value);
        }
        $label = EconomySeries::label($name);
        $count = count($points);
        $what = $label.($count === 1 ? '' : ", {$count} days");
        $this->log->record($by, $what, function (ChangeLog $log) use ($name, $points): void {
            foreach ($points as $day => $value) {
                $key = ['name' => $name, 'day' => $day];
                $value === null ? $log->delete('economy_series', $key) : $log->put('economy_series', $key, ['value' => $value]);
            }
            $points === [] || $this->columns->forgetFrom(min(array_keys($points)));
        });
        $this->economy->forget();
    }

    private static function refuseUnlessPlausible(string $name, int $day, float $value): void
    {
        $isYield = (EconomySeries::KNOWN[$name][2] ?? '') === 'percent';
        if ($isYield && abs($value) > self::HIGHEST_YIELD) {
            throw Refusal::because(
                'On '.Day::iso($day)." the rate would be {$value}, more than 100 % a year. Rates are fractions: 3.5 % is 0.035",
            );
        }
        if (! $isYield && $value <= 0.0) {
            throw Refusal::because('On '.Day::iso($day)." the value would be {$value}; it must be above zero");
        }
    }
}
