<?php

declare(strict_types=1);

namespace Logion\ValueMethod\Method;

use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Valuation\Method\ResidualIncome;
use Logion\ValueMethod\LiveSheet;
use Logion\ValueMethod\MethodInput;
use Logion\ValueMethod\UsualInputs;
use Logion\ValueMethod\ValueMethod;
use Logion\ValueMethod\ValueSubject;
use Logion\ValueMethod\Worth;

/** Book value and what is earned beyond its cost, dying away. */
final class ResidualEarnings implements ValueMethod
{
    public function key(): string
    {
        return 'residual_income';
    }

    public function label(): string
    {
        return Words::label('value.residual_income', 'Residual income');
    }

    public function purpose(): string
    {
        return Words::label(
            'value.residual_income.purpose',
            'What is in the books, and what is earned beyond its cost until rivals have taken it away.',
        );
    }

    public function misfit(ValueSubject $of): ?string
    {
        return ($of->each('common_equity') ?? 0.0) <= 0
            ? Words::label('value.no_equity', 'Its equity is not above nothing, so a return on it says nothing. Take cash flow.')
            : null;
    }

    public function inputs(ValueSubject $of): array
    {
        return [
            UsualInputs::book($of),
            UsualInputs::returnOnEquity($of),
            MethodInput::rate(
                'payout',
                Words::label('value.in.payout', 'Part of earnings paid out'),
                min(1.0, max(0.0, $of->ratio('payout_ratio') ?? 0.0)),
                Words::label('value.trailing', 'last four quarters'),
                0.0,
                1.5,
            ),
            MethodInput::years('years', Words::label('value.in.years', 'Years of the forecast'), 5, 15),
            MethodInput::rate(
                'persistence',
                Words::label('value.in.persistence', 'Part of it that is left a year later'),
                0.6,
                Words::label('value.usual', 'usual'),
                0.0,
                0.99,
                [Words::label('value.none', 'none') => 0.0],
            ),
            UsualInputs::costOfEquity($of),
        ];
    }

    public function worth(array $in, ValueSubject $of): Worth
    {
        $years = max(1, (int) $in['years']);
        $book = $in['book'];
        $earnings = [];
        for ($t = 0; $t < $years; $t++) {
            $earnings[] = $in['return_on_equity'] * $book;
            $book *= 1 + $in['return_on_equity'] * (1 - $in['payout']);
        }
        $at = static fn (float $rate): ResidualIncome => ResidualIncome::forecast(
            $in['book'],
            $earnings,
            array_fill(0, $years, $in['payout']),
            $rate,
        );
        $centre = $at($in['cost_of_equity']);

        return Worth::aroundRate(static fn (float $rate): float => $at($rate)->withPersistence($in['persistence']), $in['cost_of_equity'], [
            Worth::row(Words::label('value.row.earnings', 'Earnings'), Unit::MoneyPerShare, $earnings),
            Worth::row(Words::label('value.row.book', 'Book value'), Unit::MoneyPerShare, $centre->book),
            Worth::row(Words::label('value.row.residual', 'Beyond its cost'), Unit::MoneyPerShare, $centre->residual),
            Worth::row(
                Words::label('value.row.without_after', 'Worth without what comes after'),
                Unit::MoneyPerShare,
                $centre->withoutContinuing(),
            ),
        ]);
    }

    public function live(array $in, ValueSubject $of): LiveSheet
    {
        $opening = static fn (int $t): string => $t === 1 ? '{book}' : '{books@-}';
        $years = max(1, (int) $in['years']);

        return (new LiveSheet($years, ['years']))
            ->yearly(
                'earned',
                Words::label('value.row.earnings', 'Earnings'),
                Unit::MoneyPerShare,
                static fn (int $t): string => '{return_on_equity}*'.$opening($t),
            )
            ->yearly(
                'books',
                Words::label('value.row.book', 'Book value'),
                Unit::MoneyPerShare,
                static fn (int $t): string => $opening($t).'+{earned@}*(1-{payout})',
            )
            ->yearly(
                'residual',
                Words::label('value.row.residual', 'Beyond its cost'),
                Unit::MoneyPerShare,
                static fn (int $t): string => '{earned@}-{cost_of_equity}*'.$opening($t),
            )
            ->worthAround(
                'cost_of_equity',
                '{book}+SUMPRODUCT({residual@all},(1+{cost_of_equity})^(-{year@all}))+'.
                    "{residual@last}*{persistence}/(1+{cost_of_equity}-{persistence})*(1+{cost_of_equity})^-{$years}",
            );
    }
}
