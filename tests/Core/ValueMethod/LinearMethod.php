<?php

declare(strict_types=1);

namespace Tests\Core\ValueMethod;

use Logion\Figure\Unit;
use Logion\Valuation\InvalidAssumption;
use Logion\ValueMethod\LiveSheet;
use Logion\ValueMethod\MethodInput;
use Logion\ValueMethod\ValueMethod;
use Logion\ValueMethod\ValueSubject;
use Logion\ValueMethod\Worth;

/** 3a − 2b + years, of which everything is known beforehand. */
final class LinearMethod implements ValueMethod
{
    public function __construct(private readonly ?float $b = 4.0, private readonly ?string $misfit = null)
    {
    }

    public function key(): string
    {
        return 'linear';
    }

    public function label(): string
    {
        return 'Linear';
    }

    public function purpose(): string
    {
        return 'To test.';
    }

    public function misfit(ValueSubject $of): ?string
    {
        return $this->misfit;
    }

    public function inputs(ValueSubject $of): array
    {
        return [
            MethodInput::amount('a', 'First', Unit::MoneyPerShare, 10.0, 'made up', ['other' => 12.0]),
            MethodInput::amount('b', 'Second', Unit::MoneyPerShare, $this->b, 'made up'),
            MethodInput::years('years', 'Years', 5, 10),
        ];
    }

    public function worth(array $in, ValueSubject $of): Worth
    {
        if ($in['b'] > 30) {
            throw InvalidAssumption::outOfRange('b', 'at most 30');
        }

        return new Worth(null, 3 * $in['a'] - 2 * $in['b'] + $in['years'], null);
    }

    public function live(array $in, ValueSubject $of): LiveSheet
    {
        return (new LiveSheet(0, ['years']))->worth('3*{a}-2*{b}+{years}');
    }
}
