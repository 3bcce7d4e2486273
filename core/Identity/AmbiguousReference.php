<?php

declare(strict_types=1);

namespace Logion\Identity;

use Logion\Figure\LogionException;
use Logion\Figure\Words;

/** Several companies have the ticker: which is meant must be said. */
final class AmbiguousReference extends \InvalidArgumentException implements LogionException
{
    /**
     * @param  array<string, int>  $choices  company by a reference that means it alone
     * @param  array<int, string>  $names  by company, where they are known
     */
    public function __construct(public readonly string $reference, public readonly array $choices, public readonly array $names = [])
    {
        parent::__construct(
            Words::say(
                'is_the_ticker_of_several_companies',
                reference: $reference,
                choices: implode(
                    ', ',
                    array_map(
                        static fn (string $choice, int $company): string => isset($names[$company])
                            ? "{$choice} ({$names[$company]})"
                            : $choice,
                        array_keys($choices),
                        array_values($choices),
                    ),
                ),
            ),
        );
    }
}
