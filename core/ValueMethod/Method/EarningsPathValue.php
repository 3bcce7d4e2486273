<?php

declare(strict_types=1);

namespace Logion\ValueMethod\Method;

use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Multiple\MultipleRange;
use Logion\Valuation\Method\EarningsPath;
use Logion\ValueMethod\MethodInput;
use Logion\ValueMethod\UsualInputs;
use Logion\ValueMethod\ValueMethod;
use Logion\ValueMethod\ValueSubject;
use Logion\ValueMethod\Worth;

/** Earnings a share grown to a horizon, dividends collected on the way, sold at a multiple the company was paid before. */
final class EarningsPathValue implements ValueMethod
{
    private const CAP = 60.0;

    private const YEARS_BACK = 10;

    public function key(): string
    {
        return 'earnings_path';
    }

    public function label(): string
    {
        return Words::label('value.earnings_path', 'Earnings to a horizon');
    }

    public function purpose(): string
    {
        return Words::label(
            'value.earnings_path.purpose',
            'What earnings will be in some years, what was usually paid for them, and what that is worth today at the return one asks for.',
        );
    }

    public function misfit(ValueSubject $of): ?string
    {
        return ($of->perShare('earnings_per_share_diluted') ?? 0.0) <= 0
            ? Words::label(
                'value.loss',
                'It earns nothing, so no multiple of earnings says anything. Take sales, or the cash flow to the firm.',
            )
            : $of->peak();
    }

    public function inputs(ValueSubject $of): array
    {
        $past = MultipleRange::ofMultiples(
            array_map(
                static fn (?float $x): ?float => $x === null || $x > self::CAP ? null : $x,
                $of->past('price_to_earnings', self::YEARS_BACK),
            ),
        );
        $now = $of->ratio('price_to_earnings');

        return [
            UsualInputs::earnings($of),
            UsualInputs::earningsGrowth($of),
            MethodInput::rate(
                'share_change',
                Words::label('value.in.share_change', 'Change of the number of shares a year'),
                0.0,
                Words::label('value.growth_of_a_share', 'none: growth is that of a share'),
                -0.2,
                0.3,
                [Words::label('value.past_three', 'last three years') => $of->ratio('annual(cagr(shares_outstanding_period_end, 3))')],
            ),
            MethodInput::rate(
                'payout',
                Words::label('value.in.payout', 'Part of earnings paid out'),
                min(1.0, max(0.0, $of->ratio('payout_ratio') ?? 0.0)),
                Words::label('value.trailing', 'last four quarters'),
                0.0,
                1.5,
            ),
            MethodInput::amount(
                'exit_multiple',
                Words::label('value.in.exit_multiple', 'Paid for earnings then'),
                Unit::Times,
                $past->centre ?? $now,
                $past->centre === null ? Words::label('value.today', 'today') : Words::label('value.own_median', 'median of its ten years'),
                [
                    Words::label('value.own_low', 'lower quarter') => $past->low,
                    Words::label('value.own_high', 'upper quarter') => $past->high,
                    Words::label('value.today', 'today') => $now,
                ],
            ),
            MethodInput::years('years', Words::label('value.in.horizon', 'Years to the horizon'), 5, 15),
            UsualInputs::costOfEquity($of),
        ];
    }

    public function worth(array $in, ValueSubject $of): Worth
    {
        $years = max(1, (int) $in['years']);
        $path = static fn (float $multiple): EarningsPath => new EarningsPath(
            $in['earnings'],
            array_fill(0, $years, $in['growth']),
            $in['share_change'],
            $in['payout'],
            $multiple,
        );
        $centre = $path($in['exit_multiple']);
        // A quarter more or less is paid for earnings than one thinks.
        $at = static fn (float $times): float => $path($times * $in['exit_multiple'])->valueAt($in['cost_of_equity']);
        $price = $of->price();

        return new Worth($at(0.75), $at(1.0), $at(1.25), [
            Worth::row(Words::label('value.row.earnings', 'Earnings'), Unit::MoneyPerShare, $centre->earnings),
            Worth::row(Words::label('value.row.dividends', 'Dividends'), Unit::MoneyPerShare, $centre->dividends),
            Worth::row(Words::label('value.row.exit_price', 'Price then'), Unit::MoneyPerShare, $centre->exitPrice),
            Worth::row(
                Words::label('value.row.annual_return', 'Return a year from the price of today'),
                Unit::Percent,
                $price === null ? null : $centre->impliedReturn($price),
            ),
        ]);
    }
}
