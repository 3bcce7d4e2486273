<?php

declare(strict_types=1);

namespace Logion\ValueMethod\Method;

use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Reporting\ReportingModel;
use Logion\Valuation\Method\AssetValue;
use Logion\ValueMethod\LiveSheet;
use Logion\ValueMethod\MethodInput;
use Logion\ValueMethod\UsualWeight;
use Logion\ValueMethod\ValueMethod;
use Logion\ValueMethod\ValueSubject;
use Logion\ValueMethod\Worth;

/** A sale of everything in parts, lenders first. */
final class Liquidation implements UsualWeight, ValueMethod
{
    private const COST = 0.1;

    public function key(): string
    {
        return 'liquidation';
    }

    public function label(): string
    {
        return Words::label('value.liquidation', 'Liquidation');
    }

    public function purpose(): string
    {
        return Words::label(
            'value.liquidation.purpose',
            'A floor: what a sale of everything would leave for owners, who owe nothing beyond.',
        );
    }

    public function misfit(ValueSubject $of): ?string
    {
        return $of->kind() !== ReportingModel::Industrial
            ? Words::label('value.not_sold_in_parts', 'Banks, insurers and property companies are not sold piece by piece at such rates.')
            : null;
    }

    /** A floor is no opinion of worth. */
    public function usualWeight(ValueSubject $of): float
    {
        return 0.0;
    }

    public function inputs(ValueSubject $of): array
    {
        $inputs = [];
        foreach ($this->classes() as $name => [$label, $line, $rate]) {
            $inputs[] = MethodInput::amount(
                $name,
                $label,
                Unit::MoneyPerShare,
                $of->each("zero_if_absent({$line})"),
                Words::label('value.balance', 'latest balance sheet'),
            );
            $inputs[] = MethodInput::rate(
                "{$name}_brings",
                $label.Words::label('value.brings', ', part it brings'),
                $rate,
                Words::label('value.usual', 'usual'),
                0.0,
                1.2,
            );
        }

        return [
            ...$inputs,
            MethodInput::rate(
                'cost',
                Words::label('value.in.sale_cost', 'Cost of the sale'),
                self::COST,
                Words::label('value.usual', 'usual'),
                0.0,
                0.5,
            ),
            MethodInput::amount(
                'owed',
                Words::label('value.in.owed', 'Liabilities a share'),
                Unit::MoneyPerShare,
                $of->each('total_liabilities'),
                Words::label('value.balance', 'latest balance sheet'),
            ),
        ];
    }

    public function worth(array $in, ValueSubject $of): Worth
    {
        $sold = fn (float $times): array => AssetValue::liquidation(
            array_map(
                static fn (string $name): array => [
                    'class' => $name,
                    'book' => $in[$name],
                    'recovery' => min(1.0, $times * $in["{$name}_brings"]),
                ],
                array_keys($this->classes()),
            ),
            $in['cost'],
            $in['owed'],
            0.0,
            0.0,
        );
        $centre = $sold(1.0);

        return new Worth($sold(0.85)['to_owners'], $centre['to_owners'], $sold(1.15)['to_owners'], [
            Worth::row(Words::label('value.row.proceeds', 'What the sale brings'), Unit::MoneyPerShare, $centre['gross']),
            Worth::row(Words::label('value.row.sale_costs', 'What it costs'), Unit::MoneyPerShare, $centre['costs']),
            Worth::row(Words::label('value.row.creditors', 'Lenders are paid'), Unit::Percent, $centre['creditor_coverage']),
        ]);
    }

    public function live(array $in, ValueSubject $of): LiveSheet
    {
        $sold = fn (string $times): string => implode(
            '+',
            array_map(static fn (string $name): string => "{{$name}}*MIN(1,{$times}*{{$name}_brings})", array_keys($this->classes())),
        );
        $left = static fn (string $gross): string => "MAX(0,({$gross})*(1-{cost})-{owed})";

        return (new LiveSheet())
            ->one('gross', Words::label('value.row.proceeds', 'What the sale brings'), Unit::MoneyPerShare, $sold('1'))
            ->worth($left('{gross}'), $left($sold('0.85')), $left($sold('1.15')));
    }

    /** @return array<string, array{string, string, float}> label, line, and part of its book value a sale usually brings */
    private function classes(): array
    {
        return [
            'cash' => [Words::label('value.in.class_cash', 'Cash'), 'cash_and_short_term_investments', 1.0],
            'receivables' => [Words::label('value.in.class_receivables', 'Receivables'), 'receivables', 0.8],
            'inventory' => [Words::label('value.in.class_inventory', 'Inventory'), 'inventories', 0.5],
            'plant' => [Words::label('value.in.class_plant', 'Plant'), 'property_plant_equipment_net', 0.4],
        ];
    }
}
