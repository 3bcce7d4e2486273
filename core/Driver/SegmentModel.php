<?php

declare(strict_types=1);

namespace Logion\Driver;

/** Revenue of a segment as units times price, whatever the units are: things sold, a part of what could be made, customers. */
final readonly class SegmentModel
{
    /** @param  array<string, Driver>  $drivers */
    private function __construct(private string $units, private string $price, private ?string $used, private array $drivers)
    {
    }

    public static function unitsAndPrice(Driver $units, Driver $price): self
    {
        return new self('units', 'price', null, ['units' => $units, 'price' => $price]);
    }

    /** @param  Driver  $utilisation  part of the capacity that is made and sold, held to 0 to 1 */
    public static function capacity(Driver $capacity, Driver $utilisation, Driver $price): self
    {
        return new self('capacity', 'price', 'utilisation', ['capacity' => $capacity, 'utilisation' => $utilisation, 'price' => $price]);
    }

    public static function customers(Driver $customers, Driver $each): self
    {
        return new self('customers', 'revenue_each', null, ['customers' => $customers, 'revenue_each' => $each]);
    }

    /** @return array{units: list<?float>, price: list<?float>, revenue: list<?float>} one figure a year; null where it is not known */
    public function forecast(int $years): array
    {
        $paths = array_map(static fn (Driver $driver): array => $driver->path($years), $this->drivers);
        $forecast = ['units' => [], 'price' => [], 'revenue' => []];
        for ($t = 0; $t < $years; $t++) {
            $units = $paths[$this->units][$t];
            $used = $this->used === null ? 1.0 : $paths[$this->used][$t];
            $units = $units === null || $used === null ? null : $units * ($this->used === null ? 1.0 : max(0.0, min(1.0, $used)));
            $price = $paths[$this->price][$t];
            $forecast['units'][] = $units;
            $forecast['price'][] = $price;
            $forecast['revenue'][] = $units === null || $price === null ? null : $units * $price;
        }

        return $forecast;
    }
}
