<?php

declare(strict_types=1);

namespace Logion\ValueMethod\Method;

use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Valuation\InvalidAssumption;
use Logion\Valuation\Method\DividendDiscount;
use Logion\ValueMethod\LiveSheet;
use Logion\ValueMethod\UsualInputs;
use Logion\ValueMethod\ValueBelief;
use Logion\ValueMethod\ValueMethod;
use Logion\ValueMethod\ValueSubject;
use Logion\ValueMethod\Worth;

/** Dividends in three stages: growth, a fade, and what goes on for ever. With no years of the first two it is that of one growth. */
final class DividendStages implements ValueBelief, ValueMethod
{
    public function key(): string
    {
        return 'dividends';
    }

    public function label(): string
    {
        return Words::label('value.dividends', 'Dividends in stages');
    }

    public function purpose(): string
    {
        return Words::label(
            'value.dividends.purpose',
            'What a share pays its owner for ever; for companies that pay out what they can spare.',
        );
    }

    public function misfit(ValueSubject $of): ?string
    {
        return UsualInputs::withoutDividend($of);
    }

    public function belief(): string
    {
        return 'growth';
    }

    public function inputs(ValueSubject $of): array
    {
        return [
            UsualInputs::dividend($of),
            UsualInputs::earningsGrowth($of),
            UsualInputs::highYears(),
            UsualInputs::fadeYears(),
            UsualInputs::costOfEquity($of),
            UsualInputs::terminalGrowth($of),
        ];
    }

    public function worth(array $in, ValueSubject $of): Worth
    {
        if ($in['cost_of_equity'] <= $in['terminal_growth']) {
            throw InvalidAssumption::growthNotBelowRate($in['terminal_growth'], $in['cost_of_equity']);
        }
        $stages = static fn (float $rate): ?array => DividendDiscount::threeStages(
            $in['dividend'],
            $in['growth'],
            (int) $in['high_years'],
            (int) $in['fade_years'],
            $in['terminal_growth'],
            $rate,
        );
        $centre = $stages($in['cost_of_equity']);

        return Worth::aroundRate(static fn (float $rate): ?float => $stages($rate)['value'] ?? null, $in['cost_of_equity'], [
            Worth::row(Words::label('value.row.growth', 'Growth'), Unit::Percent, $centre['growth'] ?? []),
            Worth::row(Words::label('value.row.dividends', 'Dividends'), Unit::MoneyPerShare, $centre['dividends'] ?? []),
            Worth::row(Words::label('value.row.pv_growth', 'Worth of the years of growth'), Unit::MoneyPerShare, $centre['high'] ?? null),
            Worth::row(Words::label('value.row.pv_fade', 'Worth of the years of the fade'), Unit::MoneyPerShare, $centre['fade'] ?? null),
            Worth::row(
                Words::label('value.row.pv_after', 'Worth of what comes after'),
                Unit::MoneyPerShare,
                $centre['present_terminal'] ?? null,
            ),
        ]);
    }

    public function live(array $in, ValueSubject $of): LiveSheet
    {
        [$high, $fade] = [(int) $in['high_years'], (int) $in['fade_years']];
        $years = $high + $fade;
        $last = $years > 0 ? '{paid@last}' : '{dividend}';

        return (new LiveSheet($years, ['high_years', 'fade_years']))
            ->yearly(
                'growing',
                Words::label('value.row.growth', 'Growth'),
                Unit::Percent,
                StagedPath::formula('growth', 'terminal_growth', $high, $fade),
            )
            ->yearly(
                'paid',
                Words::label('value.row.dividends', 'Dividends'),
                Unit::MoneyPerShare,
                static fn (int $t): string => ($t === 1 ? '{dividend}' : '{paid@-}').'*(1+{growing@})',
            )
            ->one(
                'present',
                Words::label('value.row.pv_stages', 'Worth of the years until then'),
                Unit::MoneyPerShare,
                $years > 0 ? 'SUMPRODUCT({paid@all},(1+{cost_of_equity})^(-{year@all}))' : '0',
            )
            ->worthAround(
                'cost_of_equity',
                'IF(OR({dividend}<=0,{cost_of_equity}<={terminal_growth}),"n.m.",{present}+'.
                    "{$last}*(1+{terminal_growth})/({cost_of_equity}-{terminal_growth})*(1+{cost_of_equity})^-{$years})",
            );
    }
}
