<?php

declare(strict_types=1);

namespace Logion\ValueMethod\Method;

use Logion\EarningPower\Basis;
use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Multiple\MultipleRange;
use Logion\Valuation\Forecast\DriverRule;
use Logion\Valuation\Method\EarningsPath;
use Logion\ValueMethod\LiveSheet;
use Logion\ValueMethod\MethodInput;
use Logion\ValueMethod\UsualInputs;
use Logion\ValueMethod\UsualWeight;
use Logion\ValueMethod\ValueBelief;
use Logion\ValueMethod\ValueMethod;
use Logion\ValueMethod\ValueSubject;
use Logion\ValueMethod\Worth;
use Logion\ValueMethod\YearPath;

/**
 * What a share earns on some basis, grown to a horizon year by year, dividends collected on the way, sold at a multiple the company was
 * paid before.
 */
final class EarningsPathValue implements UsualWeight, ValueBelief, ValueMethod
{
    private const CAP = 60.0;

    private const YEARS_BACK = 10;

    public function __construct(private readonly Basis $basis = Basis::Earnings)
    {
        if ($basis->multiple() === null) {
            throw new \InvalidArgumentException("Nobody tells what is paid for {$basis->value}.");
        }
    }

    public function key(): string
    {
        return $this->basis === Basis::Earnings ? 'earnings_path' : "earnings_path_{$this->basis->value}";
    }

    public function label(): string
    {
        return match ($this->basis) {
            Basis::Earnings => Words::label('value.earnings_path', 'Earnings to a horizon'),
            Basis::OperatingCashFlow => Words::label('value.earnings_path_operating_cash_flow', 'Operating cash flow to a horizon'),
            Basis::FreeCashFlow => Words::label('value.earnings_path_free_cash_flow', 'Free cash flow to a horizon'),
            Basis::Sales => Words::label('value.earnings_path_sales', 'Sales to a horizon'),
            Basis::BookValue => Words::label('value.earnings_path_book_value', 'Book value to a horizon'),
            Basis::FundsFromOperations => Words::label('value.earnings_path_funds_from_operations', 'Funds from operations to a horizon'),
            default => Words::label('value.earnings_path_adjusted_funds_from_operations', 'Adjusted funds from operations to a horizon'),
        };
    }

    public function purpose(): string
    {
        return Words::label(
            'value.earnings_path.purpose',
            'What a share will earn in some years, what was usually paid for it, and what that is worth today at the return one asks for.',
        );
    }

    public function misfit(ValueSubject $of): ?string
    {
        return match (true) {
            ! in_array($this->basis, Basis::of($of->kind()->value), true) => Words::label(
                'value.no_such_basis',
                'Nobody measures such a business by that. Take the basis of its kind.',
            ),
            ($of->perShare($this->basis->formula()) ?? 0.0) <= 0 => $this->basis === Basis::Earnings
                ? Words::label(
                    'value.loss',
                    'It earns nothing, so no multiple of earnings says anything. Take sales, or the cash flow to the firm.',
                )
                : Words::label('value.nothing_on_basis', 'It earns nothing on this basis, so no multiple of it says anything.'),
            $this->basis === Basis::Earnings => $of->peak(),
            default => null,
        };
    }

    /** The basis of its kind of business is an opinion; the others are looked at beside it. */
    public function usualWeight(ValueSubject $of): float
    {
        return $this->basis === Basis::of($of->kind()->value)[0] ? 1.0 : 0.0;
    }

    public function belief(): string
    {
        return 'growth';
    }

    public function inputs(ValueSubject $of): array
    {
        $multiple = (string) $this->basis->multiple();
        $past = MultipleRange::ofMultiples(
            array_map(static fn (?float $x): ?float => $x === null || $x > self::CAP ? null : $x, $of->past($multiple, self::YEARS_BACK)),
        );
        $now = $of->ratio($multiple);
        $growth = UsualInputs::earningsGrowth($of);

        return [
            MethodInput::years('years', Words::label('value.in.horizon', 'Years to the horizon'), 5, 15),
            $this->start($of),
            $growth->throughYears(new YearPath(DriverRule::constant($growth->value ?? 0.0, $growth->source))),
            MethodInput::rate(
                'share_change',
                Words::label('value.in.share_change', 'Change of the number of shares a year'),
                0.0,
                Words::label('value.growth_of_a_share', 'none: growth is that of a share'),
                -0.2,
                0.3,
                [Words::label('value.past_three', 'last three years') => $of->ratio('annual(cagr(shares_outstanding_period_end, 3))')],
            )->throughYears(new YearPath(DriverRule::constant(0.0))),
            $this->payout($of),
            MethodInput::amount(
                'exit_multiple',
                Words::label('value.in.exit_multiple', 'Paid for it then'),
                Unit::Times,
                $past->centre ?? $now,
                $past->centre === null ? Words::label('value.today', 'today') : Words::label('value.own_median', 'median of its ten years'),
                [
                    Words::label('value.own_low', 'lower quarter') => $past->low,
                    Words::label('value.own_high', 'upper quarter') => $past->high,
                    Words::label('value.today', 'today') => $now,
                ],
            ),
            UsualInputs::costOfEquity($of),
        ];
    }

    /** What a share earns on the basis now. */
    private function start(ValueSubject $of): MethodInput
    {
        if ($this->basis === Basis::Earnings) {
            return UsualInputs::earnings($of);
        }
        $formula = $this->basis->formula();

        return MethodInput::amount(
            'earnings',
            Words::label('value.in.on_basis', 'A share on this basis'),
            Unit::MoneyPerShare,
            $of->perShare($formula),
            Words::label('value.trailing', 'last four quarters'),
            [Words::label('value.mean_five', 'mean of five years') => $of->perShare("mean_of({$formula}, 5)")],
        );
    }

    private function payout(ValueSubject $of): MethodInput
    {
        $part = $this->basis === Basis::Earnings ? 'payout_ratio' : "dividends_per_share / ({$this->basis->formula()})";
        $usual = min(1.0, max(0.0, $of->ratio($part) ?? 0.0));

        return MethodInput::rate(
            'payout',
            Words::label('value.in.payout', 'Part of it paid out'),
            $usual,
            Words::label('value.trailing', 'last four quarters'),
            0.0,
            1.5,
        )->throughYears(new YearPath(DriverRule::constant($usual)));
    }

    public function worth(array $in, ValueSubject $of): Worth
    {
        $years = max(1, (int) $in['years']);
        $path = static fn (float $multiple): EarningsPath => new EarningsPath(
            $in['earnings'],
            YearPath::of($in, 'growth', $years),
            YearPath::of($in, 'share_change', $years),
            YearPath::of($in, 'payout', $years),
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

    public function live(array $in, ValueSubject $of): LiveSheet
    {
        $years = max(1, (int) $in['years']);
        $at = static fn (string $times): string => 'SUMPRODUCT({paid@all},(1+{cost_of_equity})^(-{year@all}))+'.
            "{earned@last}*{$times}*{exit_multiple}*(1+{cost_of_equity})^-{$years}";

        return (new LiveSheet($years, ['years']))
            ->yearly(
                'earned',
                Words::label('value.row.earnings', 'Earnings'),
                Unit::MoneyPerShare,
                static fn (int $t): string => ($t === 1 ? '{earnings}' : '{earned@-}').'*(1+{growth@})/(1+{share_change@})',
            )
            ->yearly(
                'paid',
                Words::label('value.row.dividends', 'Dividends'),
                Unit::MoneyPerShare,
                static fn (int $t): string => '{earned@}*{payout@}',
            )
            ->worth($at('1'), $at('0.75'), $at('1.25'));
    }
}
