<?php

declare(strict_types=1);

namespace Logion\ValueMethod\Method;

use Logion\Driver\Rule;
use Logion\Figure\Absence;
use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Formula\Moment;
use Logion\Statistics\Descriptive;
use Logion\Valuation\Forecast\DriverRule;
use Logion\Valuation\Forecast\SegmentForecast;
use Logion\Valuation\Method\CashFlow\CashFlowValue;
use Logion\Valuation\MisfitMethod;
use Logion\ValueMethod\LiveSheet;
use Logion\ValueMethod\MethodInput;
use Logion\ValueMethod\UsualInputs;
use Logion\ValueMethod\ValueMethod;
use Logion\ValueMethod\ValueSubject;
use Logion\ValueMethod\Worth;
use Logion\ValueMethod\YearPath;

/** Cash flow to the firm out of its drivers, each by a rule of its own: sales of each business, each line of costs, the rest. */
final class DriverCashFlow implements ValueMethod
{
    public const KEY = 'driver_cash_flow';

    /** Fiscal years of history told, and of which a usual figure is the median. */
    private const PAST = 10;

    private const RECENT = 5;

    private const AS_ONE = 0;

    /** What working capital is made of: the line, and whether it is owed. */
    private const PARTS = ['receivables' => false, 'inventories' => false, 'accounts_payable' => true];

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
        try {
            $of->cashFlow();

            return null;
        } catch (MisfitMethod $refusal) {
            return $refusal->getMessage();
        }
    }

    public function inputs(ValueSubject $of): array
    {
        $model = $of->cashFlow();
        $segments = self::segments($of);
        $growth = UsualInputs::terminalGrowth($of);
        $costs = CostLines::of($of, $model->baseYear, self::PAST);
        $followed = [Words::label('value.all_sales', 'all sales'), ...array_map(strval(...), array_keys($segments))];
        $lines = $follow = [];
        $largest = self::largest($costs);
        foreach ($costs as $line => $past) {
            $input = self::yearly("cost_{$line}", CostLines::label($line).Words::label('value.of_sales', ', of sales'), null, $past);
            $lines[] = $line === $largest ? self::underCompetition($input, $model->paths()['operating_margin'], $past) : $input;
            if (count($segments) > 1) {
                $follow[] = MethodInput::choice(
                    "follows_{$line}",
                    CostLines::label($line).Words::label('value.follows', ' follows'),
                    $followed,
                    "cost_{$line}",
                );
            }
        }
        $working = self::past($of, 'operating_working_capital / revenue');

        return [
            MethodInput::years('years', Words::label('value.in.years', 'Years of the forecast'), 10, 15),
            ...self::sales($of, $segments, $growth->value ?? 0.0),
            ...$lines,
            ...$follow,
            self::tax($of),
            self::yearly(
                'capital_expenditure',
                Words::label('value.in.capital_expenditure', 'Capital expenditure, of sales'),
                null,
                $model->history['capital_expenditure_to_revenue'],
            ),
            self::yearly(
                'depreciation',
                Words::label('value.in.depreciation', 'Depreciation, of capital expenditure'),
                null,
                self::past($of, 'depreciation_amortization / capital_expenditure'),
                3.0,
            ),
            MethodInput::choice('working_by', Words::label('value.in.working_by', 'Working capital'), [
                Words::label('value.as_one', 'as one'),
                Words::label('value.by_parts', 'by its parts'),
            ]),
            self::yearly(
                'working_capital',
                Words::label('value.in.working_capital', 'Working capital for each part of new revenue'),
                null,
                $working,
                1.0,
                -0.5,
            ),
            ...array_map(
                static fn (string $part): MethodInput => self::yearly(
                    $part,
                    CostLines::label($part).Words::label('value.of_sales', ', of sales'),
                    null,
                    self::past($of, "zero_if_absent({$part}) / revenue"),
                ),
                array_keys(self::PARTS),
            ),
            FirmValue::discountRate($of),
            MethodInput::choice('after', Words::label('value.in.after', 'What comes after'), [
                Words::label('value.reinvests', 'profit grows, less what growth takes'),
                Words::label('value.grows_for_ever', 'the last flow grows for ever'),
                Words::label('value.multiple_of_ebitda', 'a multiple of EBITDA'),
            ]),
            $growth,
            ...array_map(static fn (string $name): MethodInput => self::ofSheet($of, $name), ['return_on_new_capital', 'exit_multiple']),
            ...FirmValue::timing($of),
            ...FirmValue::bridge($of),
        ];
    }

    /**
     * Rules by which the sheet has sales somebody has from elsewhere, such as a model of how they arise. Years count as long as one follows
     * the other from the first to come; the last growth holds after them. Where no business is called as one of the model, all grow as it
     * does as a whole.
     *
     * @param  array<string, array<int, float>>  $sales  by business and fiscal year, in the currency of the reports
     * @param  array<string, ?float>  $figures  of the sheet
     * @return array<string, DriverRule> by input; without businesses nobody told of
     */
    public static function rulesFor(array $sales, array $figures, ValueSubject $of): array
    {
        $words = BusinessWords::of(array_keys(self::segments($of)));
        $source = Words::label('value.own_model', 'own model of sales');
        $first = $of->cashFlow()->baseYear + 1;
        $rules = [];
        foreach (array_intersect_key($words, $sales) as $name => $word) {
            $growth = self::growthFrom($figures["sales_{$word}"] ?? null, $sales[$name], $first);
            if ($growth !== []) {
                $rules["growth_{$word}"] = DriverRule::own($growth, $source);
            }
        }
        if ($rules !== [] || $sales === []) {
            return $rules;
        }
        $together = [];
        foreach (array_keys(array_intersect_key(...array_values($sales))) as $year) {
            $together[$year] = array_sum(array_column($sales, $year));
        }
        $now = array_sum(array_map(static fn (string $word): float => $figures["sales_{$word}"] ?? 0.0, $words));
        $growth = self::growthFrom($now, $together, $first);

        return $growth === []
            ? []
            : array_fill_keys(
                array_map(static fn (string $word): string => "growth_{$word}", array_values($words)),
                DriverRule::own($growth, $source),
            );
    }

    /**
     * @param  array<int, float>  $sales  by fiscal year
     * @return list<float>
     */
    private static function growthFrom(?float $before, array $sales, int $year): array
    {
        $growth = [];
        while (isset($sales[$year]) && $before !== null && $before > 0) {
            $growth[] = $sales[$year] / $before - 1;
            $before = $sales[$year++];
        }

        return $growth;
    }

    public function worth(array $in, ValueSubject $of): Worth
    {
        $years = max(1, (int) $in['years']);
        $rule = static fn (string $name): Rule => Rule::values(YearPath::of($in, $name, $years));
        $past = $growth = $costLines = [];
        $segments = array_map(strval(...), array_keys(self::segments($of)));
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
        $segments = array_map(strval(...), array_keys(self::segments($of)));
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

    /** @param  array<string, array<int, ?float>>  $costs */
    private static function largest(array $costs): ?string
    {
        $sizes = array_map(static fn (array $past): float => self::recent($past) ?? 0.0, $costs);
        arsort($sizes);

        return array_key_first($sizes);
    }

    /**
     * The line of costs in which the margin goes that imitators take, as much of it as in the cash flow year by year.
     *
     * @param  list<float>  $margins  of that
     * @param  array<int, ?float>  $past
     */
    private static function underCompetition(MethodInput $input, array $margins, array $past): MethodInput
    {
        $lost = ($margins[0] ?? 0.0) - ($margins[count($margins) - 1] ?? 0.0);

        return $lost <= 0 || $input->value === null
            ? $input
            : $input->throughYears(
                new YearPath(DriverRule::fade($input->value, $input->value + $lost, 2, Words::say('competition')), $past),
            );
    }

    /** @return non-empty-array<string, array<int, float>> sales by business and fiscal year; one of all where it tells fewer than two */
    private static function segments(ValueSubject $of): array
    {
        if (count($of->parts) > 1) {
            return $of->parts;
        }
        $model = $of->cashFlow();

        return [
            Words::label('value.all_its_sales', 'Sales') => [$model->baseYear => $model->figures['base_revenue']->value],
        ];
    }

    /**
     * @param  non-empty-array<string, array<int, float>>  $segments
     * @return list<MethodInput>
     */
    private static function sales(ValueSubject $of, array $segments, float $later): array
    {
        $model = $of->cashFlow();
        $revenue = $model->figures['base_revenue'];
        $told = array_sum(array_map(self::latest(...), $segments));
        $expected = self::expected($of, $revenue->value);
        $isOne = count($segments) === 1;
        $inputs = [];
        $all = $model->paths()['revenue_growth'][0];
        $starts = $isOne || $told <= 0 ? [] : self::starts($segments, $told, $all);
        foreach (BusinessWords::of(array_keys($segments)) as $name => $word) {
            $by = $segments[$name];
            // What was told of the businesses may leave out a rest, or hold what they sold each other.
            $inputs[] = MethodInput::amount(
                "sales_{$word}",
                $isOne ? $revenue->label : $name.Words::label('value.part_sales', ', sales'),
                Unit::Money,
                $told > 0 ? ($revenue->value * self::latest($by)) / $told : null,
                Words::label('value.last_year', 'last fiscal year'),
            );
            [$first, $source] = UsualInputs::within(
                $starts[$name] ?? $all,
                -0.15,
                0.25,
                Words::label('value.past_to_all', 'last three years, all together as expected'),
            );
            $inputs[] = MethodInput::rate(
                "growth_{$word}",
                $name.Words::label('value.part_growth', ', growth'),
                $first,
                $isOne ? $model->drivers['revenue_growth']->source : $source,
                -0.5,
                0.8,
            )->throughYears(
                new YearPath(
                    $isOne ? $model->drivers['revenue_growth'] : DriverRule::fade($first ?? $all, $later, 2, $source),
                    $isOne ? $model->history['revenue_growth'] : self::growth($by),
                    $expected,
                ),
            );
        }

        return $inputs;
    }

    /**
     * Each business grows as it did in three years, all moved by as much as makes them grow together as is expected of the whole.
     *
     * @param  non-empty-array<string, array<int, float>>  $segments
     * @return array<string, float>
     */
    private static function starts(array $segments, float $told, float $together): array
    {
        $past = array_map(
            static fn (array $by): float => Descriptive::mean(Descriptive::known(array_slice(self::growth($by), -3))) ?? $together,
            $segments,
        );
        $sum = 0.0;
        foreach ($segments as $name => $by) {
            $sum += ($past[$name] * self::latest($by)) / $told;
        }

        return array_map(static fn (float $of): float => $of + $together - $sum, $past);
    }

    private static function tax(ValueSubject $of): MethodInput
    {
        $model = $of->cashFlow();
        $statutory = $of->scope->economy->corporateTaxRate;
        $source = Words::label('value.statutory', 'statutory');

        return MethodInput::rate('tax', Words::label('value.in.tax', 'Tax rate'), $statutory, $source, 0.0, 0.6, [
            Words::label('value.effective_five', 'paid, median of five years') => self::recent($model->history['tax_rate']),
        ])->throughYears(new YearPath(DriverRule::constant($statutory, $source), $model->history['tax_rate']));
    }

    /** @param  array<int, ?float>  $past */
    private static function yearly(
        string $name,
        string $label,
        ?float $usual,
        array $past,
        float $high = 1.5,
        float $low = 0.0,
    ): MethodInput {
        $usual ??= self::recent($past);
        $older = array_slice(array_keys($past), 0, -self::RECENT);
        $source = Words::label('value.median_five', 'median of five years');
        $hasRecent = Descriptive::known(array_slice($past, -self::RECENT)) !== [];

        return MethodInput::rate($name, $label, $usual, $source, $low, $high, [
            Words::label('value.past_ten', 'mean of the past') => Descriptive::mean(Descriptive::known($past)),
        ])->throughYears(
            new YearPath($hasRecent ? DriverRule::historical('historical_median', $older) : DriverRule::constant($usual ?? 0.0), $past),
        );
    }

    /** An input the cash flow year by year starts with too. */
    private static function ofSheet(ValueSubject $of, string $name): MethodInput
    {
        $figure = $of->cashFlow()->figures[$name];

        return $figure->unit === Unit::Percent
            ? MethodInput::rate($name, $figure->label, $figure->value, $figure->source, 0.01, 0.6, $figure->alternatives)
            : MethodInput::amount($name, $figure->label, $figure->unit, $figure->value, $figure->source, $figure->alternatives);
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

    /** @return list<float> growth that houses expect of all sales, as far as they do */
    private static function expected(ValueSubject $of, float $before): array
    {
        $growth = [];
        for ($ahead = 1; $ahead <= 3; $ahead++) {
            $estimate = $of->scope->estimate('revenue', $ahead, 0, 'mean', Moment::of('trailing'));
            if ($estimate instanceof Absence || $before <= 0) {
                break;
            }
            $growth[] = $estimate / $before - 1;
            $before = $estimate;
        }

        return $growth;
    }

    /** @return array<int, ?float> a formula at the ends of past fiscal years, by year */
    private static function past(ValueSubject $of, string $formula): array
    {
        $tree = $of->scope->catalogue->parse($formula);
        $baseYear = $of->cashFlow()->baseYear;
        $past = [];
        for ($back = self::PAST - 1; $back >= 0; $back--) {
            $value = $of->scope->value($tree, Moment::of('annual')->completedYear($back));
            $past[$baseYear - $back] = $value instanceof Absence ? null : $value;
        }

        return $past;
    }

    /** @param  array<int, ?float>  $past */
    private static function recent(array $past): ?float
    {
        return Descriptive::median(Descriptive::known(array_slice($past, -self::RECENT)));
    }

    /** @param  array<int, float>  $years */
    private static function latest(array $years): float
    {
        return $years[max([0, ...array_keys($years)])] ?? 0.0;
    }

    /**
     * @param  array<int, float>  $years  sales by fiscal year
     * @return array<int, ?float>
     */
    private static function growth(array $years): array
    {
        ksort($years);
        $growth = [];
        foreach ($years as $year => $sales) {
            $before = $years[$year - 1] ?? null;
            $growth[$year] = $before === null || $before <= 0 ? null : $sales / $before - 1;
        }

        return array_slice($growth, 1, null, true);
    }
}
