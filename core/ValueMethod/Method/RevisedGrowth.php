<?php

declare(strict_types=1);

namespace Logion\ValueMethod\Method;

use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Valuation\Method\RevisedGrowthFormula;
use Logion\ValueMethod\LiveSheet;
use Logion\ValueMethod\MethodInput;
use Logion\ValueMethod\UsualInputs;
use Logion\ValueMethod\ValueMethod;
use Logion\ValueMethod\ValueSubject;
use Logion\ValueMethod\Worth;

/** Earnings times a multiple of their growth, at today's yield of good bonds. */
final class RevisedGrowth implements ValueMethod
{
    public function key(): string
    {
        return 'revised_growth';
    }

    public function label(): string
    {
        return Words::label('value.revised_growth', 'Revised growth formula');
    }

    public function purpose(): string
    {
        return Words::label('value.revised_growth.purpose', 'A yardstick from 1974: what growth was worth beside the yield of bonds.');
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
        $growth = UsualInputs::earningsGrowth($of);

        return [
            UsualInputs::earnings($of),
            MethodInput::rate('growth', $growth->label, $growth->value, $growth->source, -0.04, 0.6, $growth->alternatives),
            MethodInput::rate(
                'cap',
                Words::label('value.in.growth_cap', 'Growth counted at most'),
                0.15,
                Words::label('value.usual', 'usual'),
                0.0,
                0.6,
            ),
            MethodInput::rate(
                'bond_yield',
                Words::label('value.in.bond_yield', 'Yield of good bonds'),
                ($yield = $of->ratio('risk_free_rate')) === null ? null : $yield + 0.01,
                Words::label('value.yield_and_point', 'ten years and a point'),
                0.005,
                0.3,
                [Words::label('value.in.risk_free', 'yield of ten years') => $yield],
            ),
        ];
    }

    public function worth(array $in, ValueSubject $of): Worth
    {
        $formula = new RevisedGrowthFormula(growthCap: 100 * $in['cap']);
        $at = static fn (float $growth): ?float => $formula->value($in['earnings'], 100 * $growth, 100 * $in['bond_yield']);

        return new Worth($at($in['growth'] - 0.02), $at($in['growth']), $at($in['growth'] + 0.02), [
            Worth::row(
                Words::label('value.row.multiple', 'Paid for earnings'),
                Unit::Times,
                $formula->multiple(100 * $in['growth'], 100 * $in['bond_yield']),
            ),
        ]);
    }

    public function live(array $in, ValueSubject $of): LiveSheet
    {
        $at = static fn (string $growth): string => "IF(MIN({earnings},{bond_yield},8.5+200*MIN({$growth},{cap}))<=0,\"n.m.\",".
            "{earnings}*(8.5+200*MIN({$growth},{cap}))*4.4/(100*{bond_yield}))";

        return (new LiveSheet())->worth($at('{growth}'), $at('{growth}-0.02'), $at('{growth}+0.02'));
    }
}
