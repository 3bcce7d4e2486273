<?php

declare(strict_types=1);

namespace Logion\ValueMethod\Method;

use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Valuation\InvalidAssumption;
use Logion\Valuation\Method\DividendDiscount;
use Logion\ValueMethod\LiveSheet;
use Logion\ValueMethod\UsualInputs;
use Logion\ValueMethod\ValueMethod;
use Logion\ValueMethod\ValueSubject;
use Logion\ValueMethod\Worth;

/** Dividends whose growth fades from now on in a straight line: a formula one can reckon by hand. */
final class FadingDividends implements ValueMethod
{
    public function key(): string
    {
        return 'fading_dividends';
    }

    public function label(): string
    {
        return Words::label('value.fading_dividends', 'Dividends, growth fading from now');
    }

    public function purpose(): string
    {
        return Words::label(
            'value.fading_dividends.purpose',
            'The H-model: what dividends are worth when their growth fades from today; near that in stages, and done by hand.',
        );
    }

    public function misfit(ValueSubject $of): ?string
    {
        return UsualInputs::withoutDividend($of);
    }

    public function inputs(ValueSubject $of): array
    {
        return [
            UsualInputs::dividend($of),
            UsualInputs::earningsGrowth($of),
            UsualInputs::fadeYears(10),
            UsualInputs::costOfEquity($of),
            UsualInputs::terminalGrowth($of),
        ];
    }

    public function worth(array $in, ValueSubject $of): Worth
    {
        if ($in['cost_of_equity'] <= $in['terminal_growth']) {
            throw InvalidAssumption::growthNotBelowRate($in['terminal_growth'], $in['cost_of_equity']);
        }
        $at = static fn (float $rate): ?float => DividendDiscount::halfLife(
            $in['dividend'],
            $in['growth'],
            $in['terminal_growth'],
            $in['fade_years'],
            $rate,
        );
        $stable = DividendDiscount::constantGrowth($in['dividend'], $in['terminal_growth'], $in['cost_of_equity']);
        $centre = $at($in['cost_of_equity']);

        return Worth::aroundRate($at, $in['cost_of_equity'], [
            Worth::row(Words::label('value.row.without_fade', 'Worth without growth beyond that for ever'), Unit::MoneyPerShare, $stable),
            Worth::row(
                Words::label('value.row.of_fade', 'What the growth until then adds'),
                Unit::MoneyPerShare,
                $centre === null || $stable === null ? null : $centre - $stable,
            ),
        ]);
    }

    public function live(array $in, ValueSubject $of): LiveSheet
    {
        return (new LiveSheet())->worthAround(
            'cost_of_equity',
            'IF({cost_of_equity}<={terminal_growth},"n.m.",{dividend}*(1+{terminal_growth}+{fade_years}/2*({growth}-{terminal_growth}))'.
                '/({cost_of_equity}-{terminal_growth}))',
        );
    }
}
