<?php

declare(strict_types=1);

namespace Logion\ValueMethod\Method;

use Logion\Driver\Rule;
use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Reporting\ReportingModel;
use Logion\Valuation\Convention;
use Logion\Valuation\Discounting;
use Logion\Valuation\EquityBridge;
use Logion\Valuation\Forecast\SegmentForecast;
use Logion\Valuation\InvalidAssumption;
use Logion\Valuation\Method\CashFlow\CashFlowValue;
use Logion\ValueMethod\MethodInput;
use Logion\ValueMethod\UsualInputs;
use Logion\ValueMethod\ValueMethod;
use Logion\ValueMethod\ValueSubject;
use Logion\ValueMethod\Worth;

/** Cash flow to the firm out of sales that grow business by business, costs as a share of all. */
final class SegmentCashFlow implements ValueMethod
{
    private const COSTS = 'costs';

    public function key(): string
    {
        return 'segment_cash_flow';
    }

    public function label(): string
    {
        return Words::label('value.segment_cash_flow', 'Cash flow by business');
    }

    public function purpose(): string
    {
        return Words::label(
            'value.segment_cash_flow.purpose',
            'What the business earns in cash when each of its parts grows by itself; for groups whose mix changes.',
        );
    }

    public function misfit(ValueSubject $of): ?string
    {
        return match (true) {
            $of->kind() !== ReportingModel::Industrial => Words::label(
                'value.no_operating_margin',
                'Its profit is not a margin on sales. Take excess return or net asset value.',
            ),
            count($of->parts) < 2 => Words::label('value.one_business', 'It tells the sales of fewer than two businesses.'),
            default => null,
        };
    }

    public function inputs(ValueSubject $of): array
    {
        $all = array_sum(array_map(self::latest(...), $of->parts));
        $sales = $of->each('revenue');
        $own = UsualInputs::earningsGrowth($of);
        $inputs = [];
        $i = 0;
        foreach ($of->parts as $name => $years) {
            $growth = self::growth($years);
            $inputs[] = MethodInput::amount(
                "sales_{$i}",
                $name.Words::label('value.part_sales', ', sales a share'),
                Unit::MoneyPerShare,
                $sales === null || $all <= 0 ? null : ($sales * self::latest($years)) / $all,
                Words::label('value.last_year', 'last fiscal year'),
            );
            [$kept, $source] = UsualInputs::within($growth, -0.15, 0.25, Words::label('value.past_three', 'last three years'));
            $inputs[] = MethodInput::rate(
                "growth_{$i}",
                $name.Words::label('value.part_growth', ', growth at first'),
                $kept ?? $own->value,
                $kept === null ? $own->source : $source,
                -0.5,
                0.8,
                [$own->source => $own->value],
            );
            $i++;
        }
        $five = Words::label('value.median_five', 'median of five years');
        $rate = static fn (string $name, string $label, string $formula, float $high): MethodInput => MethodInput::rate(
            $name,
            $label,
            $of->ratio("median_of({$formula}, 5)"),
            $five,
            $name === 'working_capital' ? -0.5 : 0.0,
            $high,
        );

        return [
            ...$inputs,
            MethodInput::years('years', Words::label('value.in.years', 'Years of the forecast'), 10, 15),
            $rate('margin', Words::label('value.in.operating_margin', 'Operating margin'), 'operating_margin', 0.6),
            MethodInput::rate(
                'tax',
                Words::label('value.in.tax', 'Tax rate'),
                $of->scope->economy->corporateTaxRate,
                Words::label('value.statutory', 'statutory'),
                0.0,
                0.6,
            ),
            $rate(
                'capital_expenditure',
                Words::label('value.in.capital_expenditure', 'Capital expenditure, of sales'),
                'capital_expenditure / revenue',
                0.5,
            ),
            $rate(
                'depreciation',
                Words::label('value.in.depreciation', 'Depreciation, of capital expenditure'),
                'depreciation_amortization / capital_expenditure',
                2.0,
            ),
            $rate(
                'working_capital',
                Words::label('value.in.working_capital', 'Working capital for each part of new revenue'),
                'operating_working_capital / revenue',
                1.0,
            ),
            UsualInputs::costOfCapital($of),
            UsualInputs::terminalGrowth($of),
            PaidMultiple::net($of),
        ];
    }

    public function worth(array $in, ValueSubject $of): Worth
    {
        if ($in['discount_rate'] <= $in['terminal_growth']) {
            throw InvalidAssumption::growthNotBelowRate($in['terminal_growth'], $in['discount_rate']);
        }
        $years = max(1, (int) $in['years']);
        $past = $growth = [];
        foreach (array_keys($of->parts) as $i => $name) {
            if (isset($in["sales_{$i}"], $in["growth_{$i}"])) {
                $past[$name] = [$in["sales_{$i}"]];
                $growth[$name] = Rule::fade($in["growth_{$i}"], $in['terminal_growth']);
            }
        }
        $total = ['of' => SegmentForecast::TOTAL, 'share' => Rule::constant(1 - $in['margin'])];
        $forecast = SegmentForecast::of(
            $years,
            [0],
            $past,
            [self::COSTS => [null]],
            [null],
            $growth,
            [self::COSTS => $total],
            $in['tax'],
            ['of' => SegmentForecast::TOTAL, 'share' => Rule::constant($in['capital_expenditure'])],
            Rule::constant($in['depreciation']),
            Rule::constant($in['working_capital']),
        );
        // New capital earns its cost and no more.
        $next = $forecast->nextFlow($in['terminal_growth'], $in['discount_rate']);
        $flows = array_map(static fn (?float $flow): float => $flow ?? NAN, $forecast->flows);
        $bridge = new EquityBridge($in['net'] >= 0 ? ['cash' => $in['net']] : ['debt' => -$in['net']]);
        $at = static fn (float $rate): ?float => $next === null
            ? null
            : CashFlowValue::of(
                $flows,
                new Discounting(array_fill(0, $years, $rate), Convention::MidYear),
                CashFlowValue::growingPerpetuity($next, $rate, $in['terminal_growth']),
                $bridge,
                1.0,
                true,
            )->perShare;
        $rows = [];
        foreach ($forecast->revenue as $name => $sales) {
            $rows[] = Worth::row((string) $name, Unit::MoneyPerShare, $sales);
        }

        return Worth::aroundRate($at, $in['discount_rate'], [
            ...$rows,
            Worth::row(Words::label('value.row.revenue', 'Revenue'), Unit::MoneyPerShare, $forecast->totalRevenue),
            Worth::row(Words::label('value.row.operating_profit', 'Operating profit'), Unit::MoneyPerShare, $forecast->operatingIncome),
            Worth::row(Words::label('value.row.taxes', 'Taxes'), Unit::MoneyPerShare, $forecast->tax),
            Worth::row(Words::label('value.row.invested_all', 'Capital expenditure'), Unit::MoneyPerShare, $forecast->capitalExpenditure),
            Worth::row(Words::label('value.row.depreciation', 'Depreciation'), Unit::MoneyPerShare, $forecast->depreciation),
            Worth::row(Words::label('value.row.bound', 'Bound in working capital'), Unit::MoneyPerShare, $forecast->workingCapitalChange),
            Worth::row(Words::label('value.row.free_cash_flow', 'Free cash flow'), Unit::MoneyPerShare, $flows),
        ]);
    }

    /** @param  non-empty-array<int, float>  $years */
    public static function latest(array $years): float
    {
        return $years[max(array_keys($years))];
    }

    /** @param  non-empty-array<int, float>  $years  sales by fiscal year */
    private static function growth(array $years): ?float
    {
        $last = max(array_keys($years));
        $before = $years[$last - 3] ?? null;

        return $before === null || $before <= 0 ? null : ($years[$last] / $before) ** (1 / 3) - 1;
    }
}
