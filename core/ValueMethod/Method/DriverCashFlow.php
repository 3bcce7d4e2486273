<?php

declare(strict_types=1);

namespace Logion\ValueMethod\Method;

use Logion\Driver\Rule;
use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Valuation\Forecast\SegmentForecast;
use Logion\Valuation\Method\CashFlow\CashFlowValue;
use Logion\ValueMethod\LiveSheet;
use Logion\ValueMethod\ValueMethod;
use Logion\ValueMethod\ValueSubject;
use Logion\ValueMethod\Worth;
use Logion\ValueMethod\YearPath;

/** Cash flow to the firm out of its drivers, each by a rule of its own: sales of each business, each line of costs, the rest. */
final class DriverCashFlow implements ValueMethod
{
    public const KEY = 'driver_cash_flow';

    private const AS_ONE = 0;

    /** What working capital is made of: the line, and whether it is owed. */
    public const PARTS = ['receivables' => false, 'inventories' => false, 'accounts_payable' => true];

    public function key(): string
    {
        return self::KEY;
    }

    public function label(): string
    {
        return Words::label('value.driver_cash_flow', 'Cash flow from drivers');
    }

    public function purpose(): string
    {
        return Words::label(
            'value.driver_cash_flow.purpose',
            'What the business earns in cash out of the sales of each of its parts and each line of its costs, year by year.',
        );
    }

    public function misfit(ValueSubject $of): ?string
    {
        return $of->cashFlowMisfit();
    }

    public function inputs(ValueSubject $of): array
    {
        return DriverInputs::of($of);
    }

    public function worth(array $in, ValueSubject $of): Worth
    {
        $years = max(1, (int) $in['years']);
        $rule = static fn (string $name): Rule => Rule::values(YearPath::of($in, $name, $years));
        $past = $growth = $costLines = [];
        $segments = array_map(strval(...), array_keys(SegmentSales::of($of)));
        foreach (BusinessWords::of($segments) as $name => $word) {
            $past[$name] = [$in["sales_{$word}"]];
            $growth[$name] = $rule("growth_{$word}");
        }
        $followed = [SegmentForecast::TOTAL, ...$segments];
        foreach (self::costsOf($in) as $line) {
            $costLines[$line] = [
                'of' => $followed[(int) ($in["follows_{$line}"] ?? 0)] ?? SegmentForecast::TOTAL,
                'share' => $rule("cost_{$line}"),
            ];
        }
        $forecast = SegmentForecast::of(
            $years,
            [0],
            $past,
            array_map(static fn (): array => [null], $costLines),
            [null],
            $growth,
            $costLines,
            $rule('tax'),
            ['of' => SegmentForecast::TOTAL, 'share' => $rule('capital_expenditure')],
            $rule('depreciation'),
            (int) $in['working_by'] === self::AS_ONE ? $rule('working_capital') : self::parts($of, $rule),
        );
        $rates = YearPath::of($in, 'discount_rate', $years);
        if ((int) $in['after'] !== FirmValue::MULTIPLE) {
            FirmValue::checkGrowth($in['terminal_growth'], $rates[$years - 1]);
        }
        /** @param  list<?float>  $values */
        $row = static fn (string $key, string $label, array $values): array => Worth::row(
            Words::label("value.row.{$key}", $label),
            Unit::Money,
            array_values($values),
        );
        $rows = [];
        foreach (count($forecast->revenue) > 1 ? $forecast->revenue : [] as $name => $sales) {
            $rows[] = Worth::row((string) $name, Unit::Money, $sales);
        }
        $rows[] = $row('revenue', 'Revenue', $forecast->totalRevenue);
        foreach ($forecast->costs as $line => $cost) {
            $rows[] = Worth::row(CostLines::label($line), Unit::Money, $cost);
        }

        return FirmValue::of(
            $in,
            $of,
            $forecast->flows,
            static fn (float $rate): ?float => self::after($forecast, $in, $rate),
            (int) $in['after'] !== FirmValue::MULTIPLE,
            [
                ...$rows,
                $row('operating_profit', 'Operating profit', $forecast->operatingIncome),
                $row('taxes', 'Taxes', $forecast->tax),
                $row('invested_all', 'Capital expenditure', $forecast->capitalExpenditure),
                $row('depreciation', 'Depreciation', $forecast->depreciation),
                $row('bound', 'Bound in working capital', $forecast->workingCapitalChange),
            ],
        );
    }

    public function live(array $in, ValueSubject $of): LiveSheet
    {
        $years = max(1, (int) $in['years']);
        $sheet = new LiveSheet($years, ['years', 'after', 'working_by', ...self::followsOf($in)]);
        $segments = array_map(strval(...), array_keys(SegmentSales::of($of)));
        $words = array_values(BusinessWords::of($segments));
        $sum = static fn (string $before, string $after): string => implode(
            '+',
            array_map(static fn (string $word): string => "{{$before}{$word}{$after}}", $words),
        );
        foreach ($words as $i => $word) {
            $sheet->yearly(
                "sold_{$word}",
                $segments[$i],
                Unit::Money,
                static fn (int $t): string => ($t === 1 ? "{sales_{$word}}" : "{sold_{$word}@-}")."*(1+{growth_{$word}@})",
            );
        }
        $row = static fn (string $name, string $key, string $label, \Closure $formula): LiveSheet => $sheet->yearly(
            $name,
            Words::label("value.row.{$key}", $label),
            Unit::Money,
            $formula,
        );
        $row('revenue', 'revenue', 'Revenue', static fn (int $t): string => $sum('sold_', '@'));
        $costs = '';
        foreach (self::costsOf($in) as $line) {
            $followed = (int) ($in["follows_{$line}"] ?? 0);
            $sold = $words[$followed - 1] ?? null;
            $basis = $sold === null ? '{revenue@}' : "{sold_{$sold}@}";
            $sheet->yearly("spent_{$line}", CostLines::label($line), Unit::Money, static fn (int $t): string => "{cost_{$line}@}*{$basis}");
            $costs .= "-{spent_{$line}@}";
        }
        $row('income', 'operating_profit', 'Operating profit', static fn (int $t): string => "{revenue@}{$costs}");
        $row('taxes', 'taxes', 'Taxes', static fn (int $t): string => 'MAX(0,{income@})*{tax@}');
        $row('invested', 'invested_all', 'Capital expenditure', static fn (int $t): string => '{revenue@}*{capital_expenditure@}');
        $row('written', 'depreciation', 'Depreciation', static fn (int $t): string => '{depreciation@}*{invested@}');
        $row(
            'bound',
            'bound',
            'Bound in working capital',
            (int) $in['working_by'] === self::AS_ONE
                ? static fn (int $t): string => '({revenue@}-('.($t === 1 ? $sum('sales_', '') : '{revenue@-}').'))*{working_capital@}'
                : static fn (int $t): string => self::boundIn($of, $t),
        );
        $row(
            'flows',
            'free_cash_flow',
            'Free cash flow',
            static fn (int $t): string => '{income@}-{taxes@}+{written@}-{invested@}-{bound@}',
        );
        $after = match ((int) $in['after']) {
            FirmValue::MULTIPLE => '({income@last}+{written@last})*{exit_multiple}',
            FirmValue::PLAIN => '{flows@last}*(1+{terminal_growth})/({discount_rate@last}-{terminal_growth})',
            default => '({income@last}-{taxes@last})*(1+{terminal_growth})*(1-{terminal_growth}/{return_on_new_capital})'.
                '/({discount_rate@last}-{terminal_growth})',
        };

        return FirmValue::live($sheet, $of, $after, (int) $in['after'] !== FirmValue::MULTIPLE);
    }

    /**
     * @param  array<string, float>  $in
     * @return list<string> lines of costs
     */
    private static function costsOf(array $in): array
    {
        $lines = [];
        foreach (array_keys($in) as $name) {
            if (str_starts_with($name, 'cost_') && ! str_contains($name, '@')) {
                $lines[] = substr($name, strlen('cost_'));
            }
        }

        return $lines;
    }

    /**
     * @param  array<string, float>  $in
     * @return list<string> inputs that say what lines of costs follow
     */
    private static function followsOf(array $in): array
    {
        return array_map(static fn (string $line): string => "follows_{$line}", self::costsOf($in));
    }

    /** What working capital binds part by part in a year, as a formula. */
    private static function boundIn(ValueSubject $of, int $t): string
    {
        $formula = '';
        foreach (self::PARTS as $part => $isOwed) {
            $before = $t === 1 ? LiveSheet::number(self::balance($of, $part) ?? 0.0) : "{{$part}@-}*{revenue@-}";
            $formula .= ($isOwed ? '-' : '+')."({{$part}@}*{revenue@}-{$before})";
        }

        return $formula;
    }

    /** A part of working capital as the last annual balance sheet tells it. */
    private static function balance(ValueSubject $of, string $part): ?float
    {
        $now = $of->total("annual(zero_if_absent({$part}))");

        return $now === null ? null : $now / $of->exchange();
    }

    /**
     * Of all later years at the end of the last.
     *
     * @param  array<string, float>  $in
     */
    private static function after(SegmentForecast $forecast, array $in, float $rate): ?float
    {
        $last = count($forecast->flows) - 1;
        if ((int) $in['after'] === FirmValue::MULTIPLE) {
            [$income, $depreciation] = [$forecast->operatingIncome[$last] ?? null, $forecast->depreciation[$last] ?? null];

            return $income === null || $depreciation === null ? null : ($income + $depreciation) * $in['exit_multiple'];
        }
        $next = $forecast->nextFlow(
            $in['terminal_growth'],
            (int) $in['after'] === FirmValue::REINVESTED ? $in['return_on_new_capital'] : null,
        );

        return $next === null ? null : CashFlowValue::growingPerpetuity($next, $rate, $in['terminal_growth']);
    }

    /**
     * @param  \Closure(string): Rule  $rule
     * @return list<array{balance: ?float, share: Rule, owed: bool}>
     */
    private static function parts(ValueSubject $of, \Closure $rule): array
    {
        $parts = [];
        foreach (self::PARTS as $part => $isOwed) {
            $parts[] = ['balance' => self::balance($of, $part), 'share' => $rule($part), 'owed' => $isOwed];
        }

        return $parts;
    }
}
