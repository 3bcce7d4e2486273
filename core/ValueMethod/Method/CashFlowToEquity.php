<?php

declare(strict_types=1);

namespace Logion\ValueMethod\Method;

use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Reporting\ReportingModel;
use Logion\Valuation\Discounting;
use Logion\Valuation\EquityBridge;
use Logion\Valuation\InvalidAssumption;
use Logion\Valuation\Method\CashFlow\CashFlowValue;
use Logion\Valuation\Method\EquityCashFlow;
use Logion\ValueMethod\LiveSheet;
use Logion\ValueMethod\MethodInput;
use Logion\ValueMethod\UsualInputs;
use Logion\ValueMethod\ValueMethod;
use Logion\ValueMethod\ValueSubject;
use Logion\ValueMethod\Worth;

/** Cash that is left for the owners once lenders had theirs, with the same part of all new capital borrowed every year. */
final class CashFlowToEquity implements ValueMethod
{
    public function key(): string
    {
        return 'cash_flow_to_equity';
    }

    public function label(): string
    {
        return Words::label('value.cash_flow_to_equity', 'Cash flow to equity');
    }

    public function purpose(): string
    {
        return Words::label(
            'value.cash_flow_to_equity.purpose',
            'What is left for owners after investment and lenders, at what owners ask for; for companies whose debt keeps its part.',
        );
    }

    public function misfit(ValueSubject $of): ?string
    {
        return match (true) {
            $of->kind() !== ReportingModel::Industrial => Words::label(
                'value.no_capital_expenditure',
                'What it reinvests is money lent, insured or let, not capital expenditure. Take excess return or net asset value.',
            ),
            ($of->ratio('median_of(net_margin, 5)') ?? 0.0) <= 0 => Words::label(
                'value.earns_nothing',
                'It has earned nothing in the middle of the last five years. Take the cash flow to the firm with a margin it may reach.',
            ),
            default => null,
        };
    }

    public function inputs(ValueSubject $of): array
    {
        $five = Words::label('value.median_five', 'median of five years');

        return [
            MethodInput::amount(
                'revenue',
                Words::label('value.in.revenue', 'Revenue a share'),
                Unit::MoneyPerShare,
                $of->each('revenue'),
                Words::label('value.trailing', 'last four quarters'),
            ),
            UsualInputs::earningsGrowth($of),
            MethodInput::rate(
                'net_margin',
                Words::label('value.in.net_margin', 'Net margin'),
                $of->ratio('median_of(net_margin, 5)'),
                $five,
                -0.3,
                0.6,
                [
                    Words::label('value.trailing', 'last four quarters') => $of->ratio('net_margin'),
                ],
            ),
            MethodInput::rate(
                'net_investment',
                Words::label('value.in.net_investment', 'Capital expenditure beyond depreciation, of revenue'),
                $of->ratio('median_of((capital_expenditure - depreciation_amortization) / revenue, 5)'),
                $five,
                -0.2,
                0.4,
            ),
            MethodInput::rate(
                'working_capital',
                Words::label('value.in.working_capital', 'Working capital for each part of new revenue'),
                $of->ratio('median_of(operating_working_capital / revenue, 5)') ?? 0.0,
                $five,
                -0.5,
                1.0,
            ),
            MethodInput::rate(
                'debt_ratio',
                Words::label('value.in.debt_ratio', 'Part of new capital that is borrowed'),
                $of->ratio('zero_if_absent(total_debt) / (zero_if_absent(total_debt) + market_cap)'),
                Words::label('value.at_market', 'at market value'),
                0.0,
                0.9,
                [Words::label('value.at_book', 'at book value') => $of->ratio('debt_to_capital')],
            ),
            MethodInput::years('years', Words::label('value.in.years', 'Years of the forecast'), 10, 15),
            UsualInputs::costOfEquity($of),
            UsualInputs::terminalGrowth($of),
        ];
    }

    public function worth(array $in, ValueSubject $of): Worth
    {
        $years = max(1, (int) $in['years']);
        $growth = [$in['growth'], ...CashFlowValue::fade($in['growth'], $in['terminal_growth'], $years - 1)];
        $revenue = CashFlowValue::grown($in['revenue'], $growth);
        $before = [$in['revenue'], ...array_slice($revenue, 0, -1)];
        $income = array_map(static fn (float $of): float => $of * $in['net_margin'], $revenue);
        $spent = array_map(static fn (float $of): float => $of * $in['net_investment'], $revenue);
        $bound = array_map(static fn (float $now, float $then): float => ($now - $then) * $in['working_capital'], $revenue, $before);
        $flows = EquityCashFlow::atDebtRatio($income, array_fill(0, $years, 0.0), $spent, $bound, $in['debt_ratio']);
        if ($in['cost_of_equity'] <= $in['terminal_growth']) {
            throw InvalidAssumption::growthNotBelowRate($in['terminal_growth'], $in['cost_of_equity']);
        }
        $at = static fn (float $rate): ?float => CashFlowValue::of(
            $flows,
            new Discounting(array_fill(0, $years, $rate)),
            CashFlowValue::growingPerpetuity($flows[$years - 1] * (1 + $in['terminal_growth']), $rate, $in['terminal_growth']),
            new EquityBridge(),
            1.0,
        )->perShare;

        return Worth::aroundRate($at, $in['cost_of_equity'], [
            Worth::row(Words::label('value.row.revenue', 'Revenue'), Unit::MoneyPerShare, $revenue),
            Worth::row(Words::label('value.row.earnings', 'Earnings'), Unit::MoneyPerShare, $income),
            Worth::row(Words::label('value.row.invested', 'Invested beyond depreciation'), Unit::MoneyPerShare, $spent),
            Worth::row(Words::label('value.row.bound', 'Bound in working capital'), Unit::MoneyPerShare, $bound),
            Worth::row(Words::label('value.row.to_owners', 'Left for owners'), Unit::MoneyPerShare, $flows),
        ]);
    }

    public function live(array $in, ValueSubject $of): LiveSheet
    {
        $years = max(1, (int) $in['years']);
        $before = static fn (int $t): string => $t === 1 ? '{revenue}' : '{sold@-}';

        return (new LiveSheet($years, ['years']))
            ->yearly(
                'sold',
                Words::label('value.row.revenue', 'Revenue'),
                Unit::MoneyPerShare,
                static fn (int $t): string => $before($t).
                    '*(1+{growth}'.
                    ($t === 1 ? '' : '+({terminal_growth}-{growth})*'.($t - 1).'/'.($years - 1)).
                    ')',
            )
            ->yearly(
                'bound',
                Words::label('value.row.bound', 'Bound in working capital'),
                Unit::MoneyPerShare,
                static fn (int $t): string => '({sold@}-'.$before($t).')*{working_capital}',
            )
            ->yearly(
                'flow',
                Words::label('value.row.to_owners', 'Left for owners'),
                Unit::MoneyPerShare,
                static fn (int $t): string => '{sold@}*{net_margin}-(1-{debt_ratio})*({sold@}*{net_investment}+{bound@})',
            )
            ->worthAround(
                'cost_of_equity',
                'IF({cost_of_equity}<={terminal_growth},"n.m.",SUMPRODUCT({flow@all},(1+{cost_of_equity})^(-{year@all}))+'.
                    '{flow@last}*(1+{terminal_growth})/({cost_of_equity}-{terminal_growth})'.
                    "*(1+{cost_of_equity})^-{$years})",
            );
    }
}
