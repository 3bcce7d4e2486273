<?php

declare(strict_types=1);

namespace Logion\ValueMethod\Method;

use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Statistics\Descriptive;
use Logion\Valuation\EquityBridge;
use Logion\Valuation\Method\SumOfParts;
use Logion\ValueMethod\LiveSheet;
use Logion\ValueMethod\MethodInput;
use Logion\ValueMethod\ValueMethod;
use Logion\ValueMethod\ValueSubject;
use Logion\ValueMethod\Worth;

/** Each business by the sales it makes and what is paid for such sales, less a discount for standing together. */
final class Parts implements ValueMethod
{
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
        $parts = array_map(static fn (array $years): float => $years[max(array_keys($years))], $of->parts);
        $all = array_sum($parts);
        $sales = $of->each('revenue');
        $own = $of->ratio('ev_to_sales');
        $peers = Descriptive::median(Descriptive::known($of->ofPeers('ev_to_sales')));
        $inputs = [];
        foreach (array_keys($parts) as $i => $name) {
            $part = $parts[$name];
            $inputs[] = MethodInput::amount(
                "sales_{$i}",
                $name.Words::label('value.part_sales', ', sales a share'),
                Unit::MoneyPerShare,
                $sales === null || $all <= 0 ? null : ($sales * $part) / $all,
                Words::label('value.last_year', 'last fiscal year'),
            );
            $inputs[] = MethodInput::amount(
                "multiple_{$i}",
                $name.Words::label('value.part_multiple', ', paid for sales'),
                Unit::Times,
                $peers ?? $own,
                $peers === null ? Words::label('value.today', 'today') : Words::label('value.median_peers', 'median of the peers'),
                [Words::label('value.today', 'today') => $own],
            );
        }

        return [
            ...$inputs,
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
        for ($i = 0; isset($in["sales_{$i}"]); $i++) {
            $parts[] = ['metric' => $in["sales_{$i}"], 'multiple' => $in["multiple_{$i}"]];
        }
        $bridge = new EquityBridge($in['net'] >= 0 ? ['cash' => $in['net']] : ['debt' => -$in['net']]);
        $at = static fn (float $discount): float => (new SumOfParts($parts, 0.0, 0.0, $bridge, $discount))->afterDiscount;
        $whole = new SumOfParts($parts, 0.0, 0.0, $bridge, $in['discount']);

        return new Worth($at(min(0.9, $in['discount'] + 0.1)), $at($in['discount']), $at(max(0.0, $in['discount'] - 0.1)), [
            Worth::row(Words::label('value.row.parts', 'Parts'), Unit::MoneyPerShare, $whole->values),
            Worth::row(Words::label('value.row.gross', 'Together'), Unit::MoneyPerShare, $whole->gross),
            Worth::row(Words::label('value.row.before_discount', 'Before the discount'), Unit::MoneyPerShare, $whole->netAssetValue),
        ]);
    }

    public function live(array $in, ValueSubject $of): LiveSheet
    {
        $parts = [];
        for ($i = 0; isset($in["sales_{$i}"]); $i++) {
            $parts[] = "{sales_{$i}}*{multiple_{$i}}";
        }

        return (new LiveSheet())
            ->one('gross', Words::label('value.row.gross', 'Together'), Unit::MoneyPerShare, $parts === [] ? '0' : implode('+', $parts))
            ->one('before', Words::label('value.row.before_discount', 'Before the discount'), Unit::MoneyPerShare, '{gross}+{net}')
            ->worth('{before}*(1-{discount})', '{before}*(1-MIN(0.9,{discount}+0.1))', '{before}*(1-MAX(0,{discount}-0.1))');
    }
}
