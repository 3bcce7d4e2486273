<?php

declare(strict_types=1);

namespace Logion\ValueMethod\Method;

use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Statistics\Descriptive;
use Logion\Valuation\EquityBridge;
use Logion\Valuation\InvalidAssumption;
use Logion\Valuation\Method\CashFlow\CashFlowValue;
use Logion\Valuation\Method\SumOfParts;
use Logion\ValueMethod\LiveSheet;
use Logion\ValueMethod\MethodInput;
use Logion\ValueMethod\UsualInputs;
use Logion\ValueMethod\ValueMethod;
use Logion\ValueMethod\ValueSubject;
use Logion\ValueMethod\Worth;

/**
 * Each business by its own method: what is paid for its sales or its profit, its profit after tax growing for ever, or a value of one's
 * own; less what the head office costs and a discount for standing together.
 */
final class Parts implements ValueMethod
{
    /** Ways to value a part, after that by its sales. */
    private const OWN = 1;

    private const PROFIT = 2;

    private const CAPITALISED = 3;

    public function key(): string
    {
        return 'sum_of_parts';
    }

    public function label(): string
    {
        return Words::label('value.sum_of_parts', 'Sum of the parts');
    }

    public function purpose(): string
    {
        return Words::label(
            'value.sum_of_parts.purpose',
            'For groups whose businesses are worth different multiples; the discount is what standing together costs.',
        );
    }

    public function misfit(ValueSubject $of): ?string
    {
        return count($of->parts) < 2 ? Words::label('value.one_business', 'It tells the sales of fewer than two businesses.') : null;
    }

    public function inputs(ValueSubject $of): array
    {
        $parts = self::latest($of);
        $all = array_sum($parts);
        $sales = $of->each('revenue');
        $profit = $of->each('ebit');
        $today = Words::label('value.today', 'today');
        $ofPeers = Words::label('value.median_peers', 'median of the peers');
        $last = Words::label('value.last_year', 'last fiscal year');
        $paid = static function (string $metric) use ($of, $today, $ofPeers): array {
            $own = $of->ratio($metric);
            $peers = Descriptive::median(Descriptive::known($of->ofPeers($metric)));

            return [$peers ?? $own, $peers === null ? $today : $ofPeers, [$today => $own]];
        };
        [$ofSales, $ofProfit] = [$paid('ev_to_sales'), $paid('ev_to_ebit')];
        $inputs = [];
        foreach (BusinessWords::of(array_keys($parts)) as $name => $word) {
            $part = $sales === null || $all <= 0 ? null : ($sales * $parts[$name]) / $all;
            // What businesses earn is told of the whole; what is told of them alone says how it is shared.
            $told = array_sum($of->profits);
            $earned = ! isset($of->profits[$name]) || $profit === null || $told <= 0 ? null : ($profit * $of->profits[$name]) / $told;
            $each = MethodInput::amount(...);
            $inputs[] = $each(
                "sales_{$word}",
                $name.Words::label('value.part_sales_each', ', sales a share'),
                Unit::MoneyPerShare,
                $part,
                $last,
            );
            $inputs[] = MethodInput::choice("by_{$word}", $name.Words::label('value.part_by', ' is worth'), [
                Words::label('value.by_sales', 'what is paid for sales'),
                Words::label('value.by_own', 'a value of its own'),
                ...$earned === null
                    ? []
                    : [
                        Words::label('value.by_profit', 'what is paid for profit'),
                        Words::label('value.by_capitalised', 'its profit after tax, growing for ever'),
                    ],
            ]);
            $inputs[] = $each(
                "multiple_{$word}",
                $name.Words::label('value.part_multiple', ', paid for sales'),
                Unit::Times,
                ...$ofSales,
            );
            if ($earned !== null) {
                $inputs[] = $each(
                    "profit_{$word}",
                    $name.Words::label('value.part_profit', ', profit a share'),
                    Unit::MoneyPerShare,
                    $earned,
                    $last,
                );
                $inputs[] = $each(
                    "profit_multiple_{$word}",
                    $name.Words::label('value.part_profit_multiple', ', paid for profit'),
                    Unit::Times,
                    ...$ofProfit,
                );
            }
            $inputs[] = $each(
                "value_{$word}",
                $name.Words::label('value.part_value', ', value a share of its own'),
                Unit::MoneyPerShare,
                $part === null || $ofSales[0] === null ? null : $part * $ofSales[0],
                Words::label('value.as_by_sales', 'as by its sales'),
            );
            $inputs[] = MethodInput::rate(
                "owned_{$word}",
                $name.Words::label('value.part_owned', ', part that is owned'),
                1.0,
                Words::label('value.whole', 'the whole'),
                0.0,
                1.0,
            );
        }
        $statutory = $of->scope->economy->corporateTaxRate;

        return [
            ...$inputs,
            ...$of->profits === []
                ? []
                : [
                    MethodInput::rate(
                        'tax',
                        Words::label('value.in.tax', 'Tax rate'),
                        $statutory,
                        Words::label('value.statutory', 'statutory'),
                        0.0,
                        0.6,
                    ),
                    UsualInputs::costOfCapital($of),
                    UsualInputs::terminalGrowth($of),
                ],
            MethodInput::amount(
                'corporate_cost',
                Words::label('value.in.corporate_cost', 'Cost of the head office a share, which no part carries'),
                Unit::MoneyPerShare,
                0.0,
                Words::label('value.none_told', 'none told'),
            ),
            MethodInput::amount(
                'corporate_multiple',
                Words::label('value.in.corporate_multiple', 'Times it is taken off'),
                Unit::Times,
                8.0,
                Words::label('value.usual', 'usual'),
            ),
            MethodInput::rate(
                'discount',
                Words::label('value.in.discount', 'Discount for standing together'),
                0.1,
                Words::label('value.usual', 'usual'),
                0.0,
                0.6,
                [Words::label('value.none', 'none') => 0.0],
            ),
            PaidMultiple::net($of),
        ];
    }

    public function worth(array $in, ValueSubject $of): Worth
    {
        $parts = [];
        foreach (self::words($in) as $word) {
            $parts[] = ['value' => self::part($in, $word), 'ownership' => $in["owned_{$word}"]];
        }
        $bridge = new EquityBridge($in['net'] >= 0 ? ['cash' => $in['net']] : ['debt' => -$in['net']]);
        $sum = static fn (float $discount): SumOfParts => new SumOfParts(
            $parts,
            $in['corporate_cost'],
            $in['corporate_multiple'],
            $bridge,
            $discount,
        );
        $whole = $sum($in['discount']);

        return new Worth(
            $sum(min(0.9, $in['discount'] + 0.1))->afterDiscount,
            $whole->afterDiscount,
            $sum(max(0.0, $in['discount'] - 0.1))->afterDiscount,
            [
                Worth::row(Words::label('value.row.parts', 'Parts'), Unit::MoneyPerShare, $whole->values),
                Worth::row(Words::label('value.row.gross', 'Together'), Unit::MoneyPerShare, $whole->gross),
                Worth::row(Words::label('value.row.before_discount', 'Before the discount'), Unit::MoneyPerShare, $whole->netAssetValue),
            ],
        );
    }

    public function live(array $in, ValueSubject $of): LiveSheet
    {
        $parts = $fixed = [];
        foreach (self::words($in) as $word) {
            $fixed[] = "by_{$word}";
            $parts[] =
                "{owned_{$word}}*".
                match ((int) $in["by_{$word}"]) {
                    self::OWN => "{value_{$word}}",
                    self::PROFIT => "{profit_{$word}}*{profit_multiple_{$word}}",
                    self::CAPITALISED => "{profit_{$word}}*(1-{tax})*(1+{terminal_growth})/({discount_rate}-{terminal_growth})",
                    default => "{sales_{$word}}*{multiple_{$word}}",
                };
        }
        $isCapitalised = array_filter($fixed, static fn (string $by): bool => (int) $in[$by] === self::CAPITALISED) !== [];
        $after = static fn (string $discount): string => $isCapitalised
            ? "IF({discount_rate}<={terminal_growth},\"n.m.\",{before}*(1-{$discount}))"
            : "{before}*(1-{$discount})";

        return (new LiveSheet(0, $fixed))
            ->one('gross', Words::label('value.row.gross', 'Together'), Unit::MoneyPerShare, $parts === [] ? '0' : implode('+', $parts))
            ->one(
                'before',
                Words::label('value.row.before_discount', 'Before the discount'),
                Unit::MoneyPerShare,
                '{gross}-{corporate_cost}*{corporate_multiple}+{net}',
            )
            ->worth($after('{discount}'), $after('MIN(0.9,{discount}+0.1)'), $after('MAX(0,{discount}-0.1)'));
    }

    /**
     * What a part is worth a share by its own method.
     *
     * @param  array<string, float>  $in
     */
    private static function part(array $in, string $word): float
    {
        return match ((int) $in["by_{$word}"]) {
            self::OWN => $in["value_{$word}"],
            self::PROFIT => $in["profit_{$word}"] * $in["profit_multiple_{$word}"],
            self::CAPITALISED => CashFlowValue::growingPerpetuity(
                $in["profit_{$word}"] * (1 - $in['tax']) * (1 + $in['terminal_growth']),
                $in['discount_rate'],
                $in['terminal_growth'],
            ) ?? throw InvalidAssumption::growthNotBelowRate($in['terminal_growth'], $in['discount_rate']),
            default => $in["sales_{$word}"] * $in["multiple_{$word}"],
        };
    }

    /**
     * @param  array<string, float>  $in
     * @return list<string> businesses that have inputs
     */
    private static function words(array $in): array
    {
        $words = [];
        foreach (array_keys($in) as $name) {
            if (str_starts_with($name, 'by_')) {
                $words[] = substr($name, strlen('by_'));
            }
        }

        return $words;
    }

    /** @return array<string, float> sales of the last year by business */
    private static function latest(ValueSubject $of): array
    {
        return array_map(static fn (array $years): float => $years[max(array_keys($years))], $of->parts);
    }
}
