<?php

declare(strict_types=1);

namespace Logion\Identity;

use Logion\Figure\Words;

/** What a company's name, sector or reporting currency was before, each until a day. */
final readonly class FormerValues
{
    public const NAME = 'name';

    public const SECTOR = 'sector';

    public const REPORTING_CURRENCY = 'reporting_currency';

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
