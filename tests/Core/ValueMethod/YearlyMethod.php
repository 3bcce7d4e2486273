<?php

declare(strict_types=1);

namespace Tests\Core\ValueMethod;

use Logion\Figure\Unit;
use Logion\Valuation\Forecast\DriverRule;
use Logion\ValueMethod\LiveSheet;
use Logion\ValueMethod\MethodInput;
use Logion\ValueMethod\ValueMethod;
use Logion\ValueMethod\ValueSubject;
use Logion\ValueMethod\Worth;
use Logion\ValueMethod\YearPath;

/** Worth the sum of what comes in each year, which goes through the years by a rule, less what is paid. */
final class YearlyMethod implements ValueMethod
{
    public function key(): string
    {
        return 'yearly';
    }

    public function label(): string
    {
        return 'Yearly';
    }

    public function purpose(): string
    {
        return 'To test.';
    }

    public function misfit(ValueSubject $of): ?string
    {
        return null;
    }

    public function inputs(ValueSubject $of): array
    {
        $yearly = static fn (string $name, YearPath $years): MethodInput => MethodInput::rate(
            $name,
            ucfirst($name),
            0.1,
            'made up',
            -10.0,
            10.0,
        )->throughYears($years);

        return [
            MethodInput::years('years', 'Years', 4, 10),
            $yearly('income', new YearPath(DriverRule::fade(1.0, 3.0), [2024 => 2.0, 2025 => 6.0], [5.0, 7.0])),
            $yearly('paid', new YearPath(DriverRule::constant(0.5))),
            MethodInput::choice('twice', 'Twice', ['once', 'twice']),
        ];
    }

    public function worth(array $in, ValueSubject $of): Worth
    {
        $years = (int) $in['years'];
        $sum = array_sum(YearPath::of($in, 'income', $years)) - array_sum(YearPath::of($in, 'paid', $years));

        return new Worth(null, $sum * (1 + $in['twice']), null, [Worth::row('Income', Unit::Percent, YearPath::of($in, 'income', $years))]);
    }

    public function live(array $in, ValueSubject $of): LiveSheet
    {
        return (new LiveSheet((int) $in['years'], ['years', 'twice']))->worth('SUM({income@all})-SUM({paid@all})');
    }
}
