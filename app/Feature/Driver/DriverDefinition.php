<?php

declare(strict_types=1);

namespace App\Feature\Driver;

use Logion\Driver\Driver;
use Logion\Driver\DriverModel;
use Logion\Driver\Rule;
use Logion\Driver\SegmentModel;
use Logion\Figure\Words;

/**
 * A driver model as it is written down: companies with segments, each of a method and its drivers, each driver by a rule. A driver may
 * follow that of another segment.
 */
final readonly class DriverDefinition
{
    /** The drivers of each method. */
    public const METHODS = [
        'units_price' => ['units', 'price'],
        'capacity' => ['capacity', 'utilisation', 'price'],
        'customers' => ['customers', 'revenue_each'],
    ];

    public const RULES = ['growth', 'fading_growth', 'level', 'step', 'fade', 'values', 'as'];

    /** A driver may follow one that follows another, so often. */
    private const FOLLOWS = 5;

    /**
     * @param  int  $years  of the forecast
     * @param  list<array{ticker: string, segments: list<array{name: string, in_market: bool, method: key-of<self::METHODS>,
     *     drivers: array<string, array<string, mixed>>, past?: list<array{year: int|string, units?: float|int|string|null,
     *     price?: float|int|string|null}>}>}>  $companies  the one the model is of first; what was typed of past years
     */
    public function __construct(public int $years, public array $companies)
    {
    }

    /** @throws UnusableDriver if a driver is missing, or follows one that is not there or leads back to itself */
    public function model(): DriverModel
    {
        $companies = [];
        foreach ($this->companies as ['ticker' => $ticker, 'segments' => $segments]) {
            foreach ($segments as $segment) {
                $drivers = [];
                foreach (self::METHODS[$segment['method']] as $name) {
                    $drivers[] = $this->driver("{$ticker}/{$segment['name']}/{$name}", $segment['drivers'][$name] ?? null);
                }
                $companies[$ticker][$segment['name']] = match ($segment['method']) {
                    'capacity' => SegmentModel::capacity($drivers[0], $drivers[1], $drivers[2]),
                    'customers' => SegmentModel::customers($drivers[0], $drivers[1]),
                    default => SegmentModel::unitsAndPrice($drivers[0], $drivers[1]),
                };
            }
        }

        return new DriverModel($this->years, $companies);
    }

    /** @return array<string, list<string>> segments that meet in the market, by company */
    public function market(): array
    {
        $market = [];
        foreach ($this->companies as ['ticker' => $ticker, 'segments' => $segments]) {
            foreach ($segments as $segment) {
                if ($segment['in_market']) {
                    $market[$ticker][] = $segment['name'];
                }
            }
        }

        return $market;
    }

    /** @param  array<string, mixed>|null  $of */
    private function driver(string $place, ?array $of, int $depth = 0): Driver
    {
        if ($of === null) {
            throw new UnusableDriver(Words::say('driver_is_missing', place: $place));
        }
        $number = static fn (string $name): float => is_numeric($of[$name] ?? null)
            ? (float) $of[$name]
            : throw new UnusableDriver(Words::say('driver_needs_a_number', place: $place, name: $name));
        $years = isset($of['years']) ? (int) $of['years'] : null;

        return match ($of['rule']) {
            'growth' => Driver::growing($number('start'), Rule::constant($number('value'))),
            'fading_growth' => Driver::growing($number('start'), Rule::fade($number('value'), $number('to'), $years)),
            'level' => Driver::level(Rule::constant($number('value'))),
            'step' => Driver::level(Rule::step($number('start'), $number('value'))),
            'fade' => Driver::level(Rule::fade($number('start'), $number('to'), $years)),
            'values' => Driver::level(
                Rule::values(
                    array_map(
                        static fn (mixed $value): ?float => is_numeric($value) ? (float) $value : null,
                        array_values((array) ($of['values'] ?? [])),
                    ),
                ),
            ),
            default => $this->followed($place, (string) ($of['of'] ?? ''), $depth),
        };
    }

    private function followed(string $place, string $of, int $depth): Driver
    {
        foreach ($this->companies as ['ticker' => $ticker, 'segments' => $segments]) {
            foreach ($segments as $segment) {
                foreach ($segment['drivers'] as $name => $driver) {
                    if ($of === "{$ticker}/{$segment['name']}/{$name}") {
                        return $depth < self::FOLLOWS
                            ? $this->driver($of, $driver, $depth + 1)
                            : throw new UnusableDriver(Words::say('driver_follows_itself', place: $place));
                    }
                }
            }
        }

        throw new UnusableDriver(Words::say('driver_follows_nothing', place: $place, of: $of));
    }
}
