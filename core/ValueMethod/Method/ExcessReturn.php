<?php

declare(strict_types=1);

namespace Logion\ValueMethod\Method;

use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Valuation\InvalidAssumption;
use Logion\Valuation\Method\ResidualIncome;
use Logion\ValueMethod\LiveSheet;
use Logion\ValueMethod\MethodInput;
use Logion\ValueMethod\UsualInputs;
use Logion\ValueMethod\ValueBelief;
use Logion\ValueMethod\ValueMethod;
use Logion\ValueMethod\ValueSubject;
use Logion\ValueMethod\Worth;

/** What a bank or insurer earns on its books beyond what owners ask for, fading to nothing. */
final class ExcessReturn implements ValueBelief, ValueMethod
{
    public function key(): string
    {
        return 'excess_return';
    }

    public function label(): string
    {
        return Words::label('value.excess_return', 'Excess return');
    }

    public function purpose(): string
    {
        return Words::label(
            'value.excess_return.purpose',
            'For banks and insurers, whose debt is their trade: book value and the return on it beyond its cost, fading.',
        );
    }

    public function misfit(ValueSubject $of): ?string
    {
        return match (true) {
            ! $of->isFinancial() => Words::label(
                'value.for_financials',
                'It is for banks and insurers; others are worth the cash they make.',
            ),
            ($of->each('common_equity') ?? 0.0) <= 0 => Words::label(
                'value.no_equity',
                'Its equity is not above nothing, so a return on it says nothing. Take cash flow.',
            ),
            default => null,
        };
    }

    public function belief(): string
    {
        return 'return_on_equity';
    }

    public function inputs(ValueSubject $of): array
    {
        $cost = UsualInputs::costOfEquity($of);
        $kept = $of->ratio('return_on_equity * (1 - payout_ratio)');
        [$growth, $source] =
            $kept === null
                ? [$of->ratio('terminal_growth'), Words::label('value.yield_less', 'yield less half a point')]
                : UsualInputs::within($kept, -0.05, 0.12, Words::label('value.kept', 'what is earned and not paid out'));

        return [
            UsualInputs::book($of),
            UsualInputs::returnOnEquity($of),
            MethodInput::rate(
                'growth',
                Words::label('value.in.growth_of_books', 'Growth of the books a year'),
                $growth,
                $source,
                -0.1,
                0.25,
            ),
            UsualInputs::highYears(),
            UsualInputs::fadeYears(),
            MethodInput::rate(
                'terminal_return',
                Words::label('value.in.terminal_return', 'Return on equity for ever'),
                $cost->value,
                Words::label('value.its_cost', 'no more than its cost'),
                0.0,
                0.4,
                [Words::label('value.mean_five', 'mean of five years') => $of->ratio('return_on_equity_mean_5y')],
            ),
            $cost,
            UsualInputs::terminalGrowth($of),
        ];
    }

    public function worth(array $in, ValueSubject $of): Worth
    {
        if ($in['cost_of_equity'] <= $in['terminal_growth']) {
            throw InvalidAssumption::growthNotBelowRate($in['terminal_growth'], $in['cost_of_equity']);
        }
        $at = static fn (float $rate): array => ResidualIncome::fading(
            $in['book'],
            $in['return_on_equity'],
            $in['growth'],
            (int) $in['high_years'],
            (int) $in['fade_years'],
            $rate,
            $in['terminal_growth'],
            $in['terminal_return'],
        );
        $centre = $at($in['cost_of_equity']);

        return Worth::aroundRate(static fn (float $rate): ?float => $at($rate)['value'], $in['cost_of_equity'], [
            Worth::row(Words::label('value.row.return', 'Return on equity'), Unit::Percent, $centre['returns']),
            Worth::row(Words::label('value.row.growth', 'Growth'), Unit::Percent, $centre['growth']),
            Worth::row(Words::label('value.row.payout', 'Paid out'), Unit::Percent, $centre['payouts']),
            Worth::row(Words::label('value.row.book', 'Book value'), Unit::MoneyPerShare, $centre['book']),
            Worth::row(Words::label('value.row.residual', 'Beyond its cost'), Unit::MoneyPerShare, $centre['excess']),
            Worth::row(
                Words::label('value.row.price_to_book', 'Price to book it is worth'),
                Unit::Times,
                $centre['value'] === null || $in['book'] <= 0 ? null : $centre['value'] / $in['book'],
            ),
        ]);
    }

    public function live(array $in, ValueSubject $of): LiveSheet
    {
        [$high, $fade] = [(int) $in['high_years'], (int) $in['fade_years']];
        $years = $high + $fade;
        $last = $years > 0 ? '{books@last}' : '{book}';
        $opening = static fn (int $t): string => $t === 1 ? '{book}' : '{books@-}';

        return (new LiveSheet($years, ['high_years', 'fade_years']))
            ->yearly(
                'returns',
                Words::label('value.row.return', 'Return on equity'),
                Unit::Percent,
                StagedPath::formula('return_on_equity', 'terminal_return', $high, $fade),
            )
            ->yearly(
                'growing',
                Words::label('value.row.growth', 'Growth'),
                Unit::Percent,
                StagedPath::formula('growth', 'terminal_growth', $high, $fade),
            )
            ->yearly(
                'books',
                Words::label('value.row.book', 'Book value'),
                Unit::MoneyPerShare,
                static fn (int $t): string => $opening($t).'*(1+{growing@})',
            )
            ->yearly(
                'excess',
                Words::label('value.row.residual', 'Beyond its cost'),
                Unit::MoneyPerShare,
                static fn (int $t): string => '({returns@}-{cost_of_equity})*'.$opening($t),
            )
            ->one(
                'present',
                Words::label('value.row.pv_excess', 'Worth of what it earns beyond its cost until then'),
                Unit::MoneyPerShare,
                $years > 0 ? 'SUMPRODUCT({excess@all},(1+{cost_of_equity})^(-{year@all}))' : '0',
            )
            ->worthAround(
                'cost_of_equity',
                'IF({cost_of_equity}<={terminal_growth},"n.m.",{book}+{present}+({terminal_return}-{cost_of_equity})*'.
                    "{$last}/({cost_of_equity}-{terminal_growth})*(1+{cost_of_equity})^-{$years})",
            );
    }
}
