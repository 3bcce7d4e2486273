<?php

declare(strict_types=1);

namespace Logion\ValueMethod\Method;

use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Valuation\Forecast\DriverRule;
use Logion\Valuation\InvalidAssumption;
use Logion\Valuation\Method\CashFlow\CashFlowValue;
use Logion\ValueMethod\LiveSheet;
use Logion\ValueMethod\MethodInput;
use Logion\ValueMethod\UsualInputs;
use Logion\ValueMethod\UsualWeight;
use Logion\ValueMethod\ValueMethod;
use Logion\ValueMethod\ValueSubject;
use Logion\ValueMethod\Worth;
use Logion\ValueMethod\YearPath;

/** Flows typed year by year, such as those of somebody else's model; they start as those of the sheet of drivers. */
final class TypedCashFlow implements UsualWeight, ValueMethod
{
    public function key(): string
    {
        return 'typed_cash_flow';
    }

    public function label(): string
    {
        return Words::label('value.typed_cash_flow', 'Cash flows as typed');
    }

    public function purpose(): string
    {
        return Words::label(
            'value.typed_cash_flow.purpose',
            'Cash flows of the business one has from elsewhere, put in year by year and discounted at a rate for each year.',
        );
    }

    public function misfit(ValueSubject $of): ?string
    {
        return $of->cashFlowMisfit();
    }

    /** Until somebody types them the flows are those of another method. */
    public function usualWeight(ValueSubject $of): float
    {
        return 0.0;
    }

    public function inputs(ValueSubject $of): array
    {
        $flows = $of->cashFlow()->forecast()->flows;
        $source = Words::label('value.of_sheet', 'the cash flow year by year');
        $mean = array_sum($flows) / count($flows);

        return [
            MethodInput::years('years', Words::label('value.in.years', 'Years of the forecast'), count($flows), 15),
            MethodInput::amount('flow', Words::label('value.in.flow', 'Free cash flow'), Unit::Money, $mean, $source)->throughYears(
                new YearPath(DriverRule::own($flows, $source)),
            ),
            FirmValue::discountRate($of),
            MethodInput::choice('after', Words::label('value.in.after', 'What comes after'), [
                Words::label('value.grows_for_ever', 'the last flow grows for ever'),
                Words::label('value.multiple_of_flow', 'a multiple of the last flow'),
            ]),
            UsualInputs::terminalGrowth($of),
            MethodInput::amount(
                'exit_multiple',
                Words::label('value.in.multiple_of_flow', 'Multiple of the last flow'),
                Unit::Times,
                15.0,
                Words::label('value.usual', 'usual'),
            ),
            ...FirmValue::timing($of),
            ...FirmValue::bridge($of),
        ];
    }

    public function worth(array $in, ValueSubject $of): Worth
    {
        $years = max(1, (int) $in['years']);
        $flows = YearPath::of($in, 'flow', $years);
        $last = $flows[$years - 1];
        $isMultiple = $in['after'] > 0.5;
        if ($last <= 0) {
            throw InvalidAssumption::malformed($this->label(), Words::say('the_last_flow_is_not_above_nothing'));
        }
        if (! $isMultiple) {
            $rates = YearPath::of($in, 'discount_rate', $years);
            FirmValue::checkGrowth($in['terminal_growth'], $rates[$years - 1]);
        }
        $growth = $in['terminal_growth'];

        return FirmValue::of(
            $in,
            $of,
            $flows,
            static fn (float $rate): ?float => $isMultiple
                ? $last * $in['exit_multiple']
                : CashFlowValue::growingPerpetuity($last * (1 + $growth), $rate, $growth),
            ! $isMultiple,
            [],
        );
    }

    public function live(array $in, ValueSubject $of): LiveSheet
    {
        $years = max(1, (int) $in['years']);
        $isMultiple = $in['after'] > 0.5;

        return FirmValue::live(
            (new LiveSheet($years, ['years', 'after']))->yearly(
                'flows',
                Words::label('value.row.free_cash_flow', 'Free cash flow'),
                Unit::Money,
                static fn (int $t): string => '{flow@}',
            ),
            $of,
            $isMultiple ? '{flows@last}*{exit_multiple}' : '{flows@last}*(1+{terminal_growth})/({discount_rate@last}-{terminal_growth})',
            ! $isMultiple,
        );
    }
}
