<?php

declare(strict_types=1);

namespace Logion\ValueMethod\Method;

use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Multiple\MultipleRange;
use Logion\Valuation\InvalidAssumption;
use Logion\Valuation\Method\Cases;
use Logion\ValueMethod\LiveSheet;
use Logion\ValueMethod\MethodInput;
use Logion\ValueMethod\ValueMethod;
use Logion\ValueMethod\ValueSubject;
use Logion\ValueMethod\Worth;

/** A bad, a middling and a good case, each an earnings figure times a multiple, weighed by how likely one thinks them. */
final class ThreeCases implements ValueMethod
{
    public function key(): string
    {
        return 'cases';
    }

    public function label(): string
    {
        return Words::label('value.cases', 'Three cases');
    }

    public function purpose(): string
    {
        return Words::label(
            'value.cases.purpose',
            'What it would fetch in a bad, a middling and a good case of the coming year, and what that is worth together.',
        );
    }

    public function misfit(ValueSubject $of): ?string
    {
        return match (true) {
            ($of->perShare('estimate(earnings_per_share_diluted, 1)') ?? 0.0) <= 0 => Words::label(
                'value.no_estimate',
                'No house expects earnings above nothing of it.',
            ),
            self::multiples($of)->centre === null => Words::label('value.too_few_multiples', 'Fewer than three such multiples are known.'),
            default => null,
        };
    }

    public function inputs(ValueSubject $of): array
    {
        $range = self::multiples($of);
        $houses = Words::label('value.houses', 'houses');
        $past = Words::label('value.its_ten_years', 'its ten years');
        $even = Words::label('value.usual', 'usual');
        $mean = $of->perShare('estimate(earnings_per_share_diluted, 1)');
        $spread = $of->perShare('estimate_stdev(earnings_per_share_diluted, 1)');
        $cases = [
            'bear' => [Words::label('value.case.bear', 'Bad case'), -1.0, $range->low, 0.25],
            'base' => [Words::label('value.case.base', 'Middling case'), 0.0, $range->centre, 0.5],
            'bull' => [Words::label('value.case.bull', 'Good case'), 1.0, $range->high, 0.25],
        ];
        $inputs = [];
        foreach ($cases as $case => [$label, $deviations, $multiple, $probability]) {
            $earnings = $mean === null ? null : $mean + $deviations * ($spread ?? 0.1 * abs($mean));
            $inputs[] = MethodInput::amount(
                "{$case}_earnings",
                $label.Words::label('value.case.earnings', ', earnings a share'),
                Unit::MoneyPerShare,
                $earnings,
                $houses,
            );
            $inputs[] = MethodInput::amount(
                "{$case}_multiple",
                $label.Words::label('value.case.paid', ', paid for them'),
                Unit::Times,
                $multiple,
                $past,
            );
            $inputs[] = MethodInput::rate(
                "{$case}_probability",
                $label.Words::label('value.case.likely', ', how likely'),
                $probability,
                $even,
                0.0,
                1.0,
            );
        }

        return $inputs;
    }

    public function worth(array $in, ValueSubject $of): Worth
    {
        $cases = [];
        $sum = 0.0;
        foreach (['bear', 'base', 'bull'] as $case) {
            $cases[$case] = ['value' => $in["{$case}_earnings"] * $in["{$case}_multiple"], 'probability' => $in["{$case}_probability"]];
            $sum += $in["{$case}_probability"];
        }
        if (abs($sum - 1) > 1e-6) {
            throw InvalidAssumption::outOfRange(
                'probability',
                Words::label('value.probabilities', 'such that the three probabilities add up to 100 %'),
            );
        }
        $together = Cases::against($of->price() ?? 0.0, array_values($cases));

        return new Worth($cases['bear']['value'], $together['expected_value'], $cases['bull']['value'], [
            Worth::row(Words::label('value.row.cases', 'Bad, middling, good'), Unit::MoneyPerShare, array_column($cases, 'value')),
            Worth::row(Words::label('value.row.deviation', 'Standard deviation'), Unit::MoneyPerShare, $together['standard_deviation']),
            Worth::row(Words::label('value.row.ratio', 'Gain for each part of loss'), Unit::Ratio, $together['upside_downside_ratio']),
        ]);
    }

    public function live(array $in, ValueSubject $of): LiveSheet
    {
        $value = static fn (string $case): string => "{{$case}_earnings}*{{$case}_multiple}";
        $sum = implode('+', array_map(static fn (string $case): string => "{{$case}_probability}", ['bear', 'base', 'bull']));
        $expected = implode(
            '+',
            array_map(static fn (string $case): string => "{{$case}_probability}*{$value($case)}", ['bear', 'base', 'bull']),
        );

        return (new LiveSheet())->worth("IF(ABS({$sum}-1)>0.000001,\"n.m.\",({$expected})/({$sum}))", $value('bear'), $value('bull'));
    }

    private static function multiples(ValueSubject $of): MultipleRange
    {
        return MultipleRange::ofMultiples(
            array_map(static fn (?float $x): ?float => $x === null || $x <= 0 || $x > 60 ? null : $x, $of->past('price_to_earnings', 10)),
        );
    }
}
