<?php

declare(strict_types=1);

namespace Logion\ValueMethod\Method;

use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Reporting\ReportingModel;
use Logion\Statistics\Descriptive;
use Logion\Valuation\Method\PropertyValue;
use Logion\ValueMethod\LiveSheet;
use Logion\ValueMethod\MethodInput;
use Logion\ValueMethod\ValueBelief;
use Logion\ValueMethod\ValueMethod;
use Logion\ValueMethod\ValueSubject;
use Logion\ValueMethod\Worth;

/** What the buildings of a property company are worth by their rent, less what is owed. */
final class NetAssetValue implements ValueBelief, ValueMethod
{
    private const SHIFT = 0.005;

    public function key(): string
    {
        return 'net_asset_value';
    }

    public function label(): string
    {
        return Words::label('value.net_asset_value', 'Net asset value');
    }

    public function purpose(): string
    {
        return Words::label('value.net_asset_value.purpose', 'For property companies: rents capitalised as the market does, less debt.');
    }

    public function misfit(ValueSubject $of): ?string
    {
        return match (true) {
            $of->kind() !== ReportingModel::Property => Words::label('value.for_property', 'It is for companies that live on rents.'),
            ($of->each('net_operating_income') ?? 0.0) <= 0 => Words::label('value.no_rent', 'Its rents leave nothing to capitalise.'),
            default => null,
        };
    }

    public function belief(): string
    {
        return 'capitalisation_rate';
    }

    public function inputs(ValueSubject $of): array
    {
        $peers = Descriptive::median(Descriptive::known($of->ofPeers('implied_capitalization_rate')));
        $own = $of->ratio('implied_capitalization_rate');

        return [
            MethodInput::amount(
                'rent',
                Words::label('value.in.rent', 'Net operating income a share'),
                Unit::MoneyPerShare,
                $of->each('net_operating_income'),
                Words::label('value.trailing', 'last four quarters'),
            ),
            MethodInput::rate(
                'capitalisation_rate',
                Words::label('value.in.capitalisation_rate', 'Capitalisation rate'),
                $peers ?? $own,
                $peers === null ? Words::label('value.today', 'today') : Words::label('value.median_peers', 'median of the peers'),
                0.01,
                0.2,
                [Words::label('value.today', 'today') => $own],
            ),
            PaidMultiple::net($of),
        ];
    }

    public function worth(array $in, ValueSubject $of): Worth
    {
        $at = static function (float $shift) use ($in): ?float {
            $value = PropertyValue::ofBuildings([['income' => $in['rent'], 'rate' => $in['capitalisation_rate'], 'value' => null]], $shift);

            return $value === null ? null : array_sum($value) + $in['net'];
        };

        return new Worth($at(self::SHIFT), $at(0.0), $at(-self::SHIFT), [
            Worth::row(
                Words::label('value.row.buildings', 'Buildings'),
                Unit::MoneyPerShare,
                $in['capitalisation_rate'] > 0 ? $in['rent'] / $in['capitalisation_rate'] : null,
            ),
            Worth::row(Words::label('value.in.net', 'Cash less claims of others a share'), Unit::MoneyPerShare, $in['net']),
        ]);
    }

    public function live(array $in, ValueSubject $of): LiveSheet
    {
        $at = static fn (string $rate): string => "IF({rent}<=0,{net},IF({$rate}<=0,\"n.m.\",{rent}/({$rate})+{net}))";
        $shift = LiveSheet::number(self::SHIFT);

        return (new LiveSheet())->worth(
            $at('{capitalisation_rate}'),
            $at("{capitalisation_rate}+{$shift}"),
            $at("{capitalisation_rate}-{$shift}"),
        );
    }
}
