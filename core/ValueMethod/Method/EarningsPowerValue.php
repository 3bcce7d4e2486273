<?php

declare(strict_types=1);

namespace Logion\ValueMethod\Method;

use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Reporting\ReportingModel;
use Logion\Statistics\Descriptive;
use Logion\Valuation\Method\EarningsPower;
use Logion\ValueMethod\LiveSheet;
use Logion\ValueMethod\MethodInput;
use Logion\ValueMethod\UsualInputs;
use Logion\ValueMethod\ValueMethod;
use Logion\ValueMethod\ValueSubject;
use Logion\ValueMethod\Worth;

/** Normal earnings of a business that never grows, for ever. */
final class EarningsPowerValue implements ValueMethod
{
    private const YEARS = 10;

    public function key(): string
    {
        return 'earnings_power';
    }

    public function label(): string
    {
        return Words::label('value.earnings_power', 'Earnings power');
    }

    public function purpose(): string
    {
        return Words::label(
            'value.earnings_power.purpose',
            'What the business is worth if it never grows: its normal margin on the sales of today, with no more spent than keeps it.',
        );
    }

    public function misfit(ValueSubject $of): ?string
    {
        return match (true) {
            $of->kind() !== ReportingModel::Industrial => Words::label(
                'value.no_operating_margin',
                'Its profit is not a margin on sales. Take excess return or net asset value.',
            ),
            ($of->ratio('median_of(operating_margin, 10)') ?? 0.0) <= 0 => Words::label(
                'value.no_normal_margin',
                'In the middle of its years its business earned nothing.',
            ),
            default => null,
        };
    }

    public function inputs(ValueSubject $of): array
    {
        $margins = Descriptive::known($of->past('operating_margin', self::YEARS));

        return [
            MethodInput::amount(
                'revenue',
                Words::label('value.in.revenue', 'Revenue a share'),
                Unit::MoneyPerShare,
                $of->each('revenue'),
                Words::label('value.trailing', 'last four quarters'),
            ),
            MethodInput::rate(
                'margin',
                Words::label('value.in.normal_margin', 'Normal operating margin'),
                Descriptive::median($margins),
                Words::label('value.median_ten', 'median of ten years'),
                0.0,
                0.6,
                [
                    Words::label('value.mean_ten', 'mean of ten years') => Descriptive::mean($margins),
                    Words::label('value.trailing', 'last four quarters') => $of->ratio('operating_margin'),
                ],
            ),
            MethodInput::rate(
                'tax',
                Words::label('value.in.tax', 'Tax rate'),
                $of->scope->economy->corporateTaxRate,
                Words::label('value.statutory', 'statutory'),
                0.0,
                0.6,
                [Words::label('value.median_five', 'median of five years') => $of->ratio('median_of(effective_tax_rate, 5)')],
            ),
            MethodInput::rate(
                'growth_part',
                Words::label('value.in.growth_part', 'Depreciation beyond what keeps the business, of revenue'),
                0.0,
                Words::label('value.none_kept', 'none: what is written off is spent again'),
                -0.1,
                0.1,
            ),
            UsualInputs::costOfCapital($of),
            PaidMultiple::net($of),
        ];
    }

    public function worth(array $in, ValueSubject $of): Worth
    {
        $power = EarningsPower::of(
            [0],
            [$in['revenue']],
            [$in['margin'] * $in['revenue']],
            [],
            true,
            $in['tax'],
            $in['growth_part'] * $in['revenue'],
            null,
            [],
            0.0,
        );
        $at = static function (float $rate) use ($power, $in): ?float {
            $value = $power->enterpriseValue($rate);

            return $value === null ? null : $value + $in['net'];
        };

        return Worth::aroundRate($at, $in['discount_rate'], [
            Worth::row(Words::label('value.row.operating_profit', 'Operating profit'), Unit::MoneyPerShare, $power->normalOperatingIncome),
            Worth::row(Words::label('value.row.power', 'Earnings power'), Unit::MoneyPerShare, $power->earnings),
            Worth::row(
                Words::label('value.row.enterprise_value', 'Value of the business'),
                Unit::MoneyPerShare,
                $power->enterpriseValue($in['discount_rate']),
            ),
        ]);
    }

    public function live(array $in, ValueSubject $of): LiveSheet
    {
        return (new LiveSheet())
            ->one(
                'power',
                Words::label('value.row.power', 'Earnings power'),
                Unit::MoneyPerShare,
                '{margin}*{revenue}*(1-{tax})+{growth_part}*{revenue}',
            )
            ->worthAround('discount_rate', 'IF(MIN({power},{discount_rate},{revenue})<=0,"n.m.",{power}/{discount_rate}+{net})');
    }
}
