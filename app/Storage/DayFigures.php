<?php

declare(strict_types=1);

namespace App\Storage;

use Logion\CrossSection\Column;

/** What the companies of a plan, or of a part of it, come to. */
final readonly class DayFigures
{
    /**
     * @param  list<Column>  $daily  of all companies of the plan, {@see NextDay::daily()}
     * @param  list<Column>  $lasting  of those that are computed anew, {@see NextDay::lasting()}; empty where there are none
     * @param  list<array{company_id: int, weight: int, subject: string, finding: string}>  $findings  of those that reported
     * @param  list<array<string, int|float|null>>  $years  rows of yearly figures that were not kept yet
     */
    public function __construct(public array $daily, public array $lasting, public array $findings, public array $years)
    {
    }

    /** @param  list<self>  $parts  in the order of their companies */
    public static function joined(array $parts): self
    {
        $columns = static function (string $of) use ($parts): array {
            // Nothing that lasts is computed in a part where nobody reported.
            $some = array_values(array_filter(array_column($parts, $of)));

            return $some === [] ? [] : array_map(Column::joined(...), ...$some);
        };
        $rows = static fn (string $of): array => array_merge(...array_column($parts, $of));

        return new self($columns('daily'), $columns('lasting'), $rows('findings'), $rows('years'));
    }

    /** @return array{list<array{string, string}>, list<array{string, string}>, list<array<string, mixed>>, list<array<string, mixed>>} */
    public function packed(): array
    {
        $pack = static fn (array $columns): array => array_map(static fn (Column $of): array => [$of->packed, $of->states], $columns);

        return [$pack($this->daily), $pack($this->lasting), $this->findings, $this->years];
    }

    /** @param  array<int, list<mixed>>  $packed  {@see packed()} */
    public static function of(array $packed): self
    {
        $unpack = static fn (array $columns): array => array_map(static fn (array $of): Column => new Column(...$of), $columns);

        return new self($unpack($packed[0]), $unpack($packed[1]), $packed[2], $packed[3]);
    }
}
