<?php

declare(strict_types=1);

namespace Logion\ValueMethod;

use Logion\Figure\Numerals;
use Logion\Figure\Unit;
use Logion\Figure\Words;

/** Inputs that several methods share, each with its source and what else it could be. */
final class UsualInputs
{
    public static function costOfEquity(ValueSubject $of): MethodInput
    {
        return MethodInput::rate(
            'cost_of_equity',
            Words::label('value.in.cost_of_equity', 'Cost of equity'),
            $of->ratio('cost_of_equity'),
            Words::label('value.by_capm', 'yield, beta and premium'),
            0.01,
            0.4,
            [Words::label('value.weighted_cost', 'weighted cost of capital') => $of->ratio('wacc')],
        );
    }

    public static function costOfCapital(ValueSubject $of): MethodInput
    {
        $own = $of->ratio('own_cost_of_capital');
        $usual = $of->ratio('wacc');

        return MethodInput::rate(
            'discount_rate',
            Words::label('value.in.discount_rate', 'Cost of capital'),
            $own ?? $usual,
            $own === null
                ? Words::label('value.weighted_cost', 'weighted cost of capital')
                : Words::label('value.own_cost', 'as you put it together'),
            0.01,
            0.4,
            $own === null ? [] : [Words::label('value.weighted_cost', 'weighted cost of capital') => $usual],
        );
    }

    public static function terminalGrowth(ValueSubject $of): MethodInput
    {
        return MethodInput::rate(
            'terminal_growth',
            Words::label('value.in.terminal_growth', 'Growth for ever'),
            $of->ratio('terminal_growth'),
            Words::label('value.yield_less', 'yield less half a point'),
            -0.05,
            0.06,
            [Words::label('value.none', 'none') => 0.0],
        );
    }

    /** Growth of earnings in the years one looks at. */
    public static function earningsGrowth(ValueSubject $of): MethodInput
    {
        $expected = $of->ratio('expected_long_term_growth');
        $next = $of->ratio('estimated_earnings_growth_next_year');
        $past = $of->ratio('earnings_per_share_growth_5y');
        $sales = $of->ratio('revenue_growth_5y');
        [$taken, $source] = match (true) {
            $expected !== null => [$expected, Words::label('value.houses', 'houses')],
            $past !== null => [$past, Words::label('value.past_five', 'last five years')],
            $sales !== null => [$sales, Words::label('value.sales_five', 'sales of five years')],
            default => [$of->ratio('terminal_growth'), Words::label('value.yield_less', 'yield less half a point')],
        };

        [$kept, $source] = self::within($taken, -0.1, 0.2, $source);

        return MethodInput::rate('growth', Words::label('value.in.growth', 'Growth a year'), $kept, $source, -0.3, 0.6, [
            Words::label('value.houses', 'houses') => $expected,
            Words::label('value.next_year', 'next year') => $next,
            Words::label('value.past_five', 'last five years') => $past,
            Words::label('value.sales_five', 'sales of five years') => $sales,
        ]);
    }

    /**
     * A figure never beyond what one would dare to put down without a reason, and its source, which says so where it was beyond.
     *
     * @return array{?float, string}
     */
    public static function within(?float $figure, float $low, float $high, string $source): array
    {
        if ($figure === null || ($figure >= $low && $figure <= $high)) {
            return [$figure, $source];
        }
        $end = Numerals::percent($figure > $high ? $high : $low);

        return [
            min($high, max($low, $figure)),
            $source.
            ($figure > $high ? Words::label('value.at_most', ', at most ') : Words::label('value.at_least', ', at least ')).
            $end,
        ];
    }

    public static function earnings(ValueSubject $of): MethodInput
    {
        return MethodInput::amount(
            'earnings',
            Words::label('value.in.earnings', 'Earnings a share'),
            Unit::MoneyPerShare,
            $of->perShare('earnings_per_share_diluted'),
            Words::label('value.trailing', 'last four quarters'),
            [
                Words::label('value.this_year', 'expected this year') => $of->perShare('estimate(earnings_per_share_diluted, 1)'),
                Words::label('value.mean_five', 'mean of five years') => $of->perShare('mean_of(earnings_per_share_diluted, 5)'),
            ],
        );
    }

    public static function dividend(ValueSubject $of): MethodInput
    {
        $indicated = $of->perShare('indicated_annual_dividend');
        $paid = $of->perShare('dividends_per_share');

        return MethodInput::amount(
            'dividend',
            Words::label('value.in.dividend', 'Dividend a share'),
            Unit::MoneyPerShare,
            $indicated ?? $paid,
            $indicated === null ? Words::label('value.trailing', 'last four quarters') : Words::label('value.indicated', 'as it pays now'),
            [Words::label('value.trailing', 'last four quarters') => $paid],
        );
    }

    /** Why no dividend can be valued; null where it pays one. */
    public static function withoutDividend(ValueSubject $of): ?string
    {
        return ($of->perShare('indicated_annual_dividend') ?? 0.0) <= 0 && ($of->perShare('dividends_per_share') ?? 0.0) <= 0
            ? Words::label('value.no_dividend', 'It pays no dividend. Take cash flow or earnings.')
            : null;
    }

    public static function book(ValueSubject $of): MethodInput
    {
        return MethodInput::amount(
            'book',
            Words::label('value.in.book', 'Book value a share'),
            Unit::MoneyPerShare,
            $of->each('common_equity'),
            Words::label('value.balance', 'latest balance sheet'),
            [Words::label('value.tangible', 'what can be touched') => $of->perShare('tangible_book_value_per_share')],
        );
    }

    public static function returnOnEquity(ValueSubject $of): MethodInput
    {
        $mean = $of->ratio('return_on_equity_mean_5y');
        $now = $of->ratio('return_on_equity');

        return MethodInput::rate(
            'return_on_equity',
            Words::label('value.in.return_on_equity', 'Return on equity'),
            $mean ?? $now,
            $mean === null ? Words::label('value.trailing', 'last four quarters') : Words::label('value.mean_five', 'mean of five years'),
            -0.2,
            0.6,
            [Words::label('value.trailing', 'last four quarters') => $now],
        );
    }

    public static function highYears(int $usual = 5): MethodInput
    {
        return MethodInput::years('high_years', Words::label('value.in.high_years', 'Years of it'), $usual, 15);
    }

    public static function fadeYears(int $usual = 5): MethodInput
    {
        return MethodInput::years('fade_years', Words::label('value.in.fade_years', 'Years in which it fades'), $usual, 15);
    }
}
