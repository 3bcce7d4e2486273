<?php

declare(strict_types=1);

namespace Logion\Identity;

use Logion\Figure\Words;

/** What a company's name, sector, reporting currency or the end of its fiscal year was before, each until a day. */
final readonly class FormerValues
{
    public const NAME = 'name';

    public const SECTOR = 'sector';

    public const REPORTING_CURRENCY = 'reporting_currency';

    public const FISCAL_YEAR_END = 'fiscal_year_end_month';

    /**
     * @param  list<array{string, string, int}>  $former  attribute, value, the day YYYYMMDD from which it was no longer so; by day
     *     ascending
     */
    public function __construct(public array $former = [])
    {
    }

    /** @return array<string, string> what can have been otherwise, as it is called */
    public static function attributes(): array
    {
        return [
            self::NAME => Words::say('name'),
            self::SECTOR => Words::say('sector'),
            self::REPORTING_CURRENCY => Words::say('reporting_currency'),
            self::FISCAL_YEAR_END => Words::say('fiscal_year_end'),
        ];
    }

    /** The value on a day, given the value of now. */
    public function on(string $attribute, string $now, int $day): string
    {
        foreach ($this->former as [$name, $value, $until]) {
            if ($name === $attribute && $until > $day) {
                return $value;
            }
        }

        return $now;
    }

    /** @return array{int, int} the day from which an attribute has been what it is on a day, and the one from which it is so no more */
    public function span(string $attribute, int $day): array
    {
        $from = 0;
        foreach ($this->former as [$name, , $until]) {
            if ($name === $attribute && $until > $day) {
                return [$from, $until];
            }
            $from = $name === $attribute ? $until : $from;
        }

        return [$from, PHP_INT_MAX];
    }

    /** @return list<int> days on which something changed, ascending */
    public function changes(): array
    {
        return array_values(array_unique(array_column($this->former, 2)));
    }

    /** The former values that a day knows of; later ones had not changed yet. */
    public function until(int $day): self
    {
        return new self(array_values(array_filter($this->former, static fn (array $former): bool => $former[2] <= $day)));
    }
}
