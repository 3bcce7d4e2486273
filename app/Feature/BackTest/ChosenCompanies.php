<?php

declare(strict_types=1);

namespace App\Feature\BackTest;

use Logion\BackTest\Choices;

/** What a back-test chose, and what has to be known of each company to follow it. */
final readonly class ChosenCompanies
{
    /**
     * @param  array<int, string>  $names  by company
     * @param  array<int, list<float|null>>  $levels  by company: closes with dividends reinvested, on the days of the back-test
     */
    public function __construct(public Choices $choices, public array $names, public array $levels)
    {
    }

    /** As another process can take it over. */
    public function packed(): string
    {
        return (string) igbinary_serialize([$this->choices->on, $this->names, $this->levels]);
    }

    public static function of(string $packed): self
    {
        [$on, $names, $levels] = igbinary_unserialize($packed);

        return new self(new Choices($on), $names, $levels);
    }

    /** @param  non-empty-list<self>  $parts  of some companies, of others, and so on */
    public static function joined(array $parts): self
    {
        return new self(
            Choices::joined(array_column($parts, 'choices')),
            array_replace(...array_column($parts, 'names')),
            array_replace(...array_column($parts, 'levels')),
        );
    }
}
