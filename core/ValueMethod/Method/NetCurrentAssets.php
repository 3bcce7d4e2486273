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

/** Current assets less everything that is owed, and what of it the cautious count. */
final class NetCurrentAssets implements UsualWeight, ValueMethod
{
    public function key(): string
    {
        return 'net_current_assets';
    }

    public function label(): string
    {
        return Words::label('value.net_current_assets', 'Net current assets');
    }

    public function purpose(): string
    {
        return Words::label(
            'value.net_current_assets.purpose',
            'A floor: what current assets leave when all is paid, the plant for nothing.',
        );
    }

    public function misfit(ValueSubject $of): ?string
    {
        return match (true) {
            $of->kind() !== ReportingModel::Industrial => Words::label('value.no_current', 'Its balance sheet knows no current assets.'),
            default => null,
        };
    }

    /** A floor is no opinion of worth. */
    public function usualWeight(ValueSubject $of): float
    {
        return 0.0;
    }

    public function inputs(ValueSubject $of): array
    {
        $balance = Words::label('value.balance', 'latest balance sheet');
        $line = static fn (string $name, string $label, string $of0, bool $needed = false): MethodInput => MethodInput::amount(
            $name,
            $label,
            Unit::MoneyPerShare,
            $needed ? $of->each($of0) : $of->each("zero_if_absent({$of0})"),
            $balance,
        );

        return [
            $line('current_assets', Words::label('value.in.current_assets', 'Current assets a share'), 'total_current_assets', true),
            $line('cash', Words::label('value.in.cash', 'of it cash'), 'cash_and_short_term_investments'),
            $line('receivables', Words::label('value.in.receivables', 'of it receivables'), 'receivables'),
            $line('inventory', Words::label('value.in.inventory', 'of it inventory'), 'inventories'),
            $line('owed', Words::label('value.in.owed', 'Liabilities a share'), 'total_liabilities', true),
            $line('preferred', Words::label('value.in.preferred', 'Preferred equity a share'), 'preferred_equity'),
            $line('minorities', Words::label('value.in.minorities', 'Minorities a share'), 'minority_interest'),
        ];
    }

    public function worth(array $in, ValueSubject $of): Worth
    {
        $net = AssetValue::netCurrentAssets($in['current_assets'], $in['owed'], $in['preferred'], $in['minorities']);
        $cautious = AssetValue::netNetWorkingCapital(
            $in['cash'],
            0.0,
            $in['receivables'],
            $in['inventory'],
            $in['owed'],
            $in['preferred'],
            $in['minorities'],
        );

        return new Worth($cautious, $net, null, [
            Worth::row(Words::label('value.row.cautious', 'With receivables and inventory marked down'), Unit::MoneyPerShare, $cautious),
            Worth::row(
                Words::label('value.row.two_thirds', 'Two thirds of it'),
                Unit::MoneyPerShare,
                $net === null ? null : (2 / 3) * $net,
            ),
        ]);
    }

    public function live(array $in, ValueSubject $of): LiveSheet
    {
        $owed = '-{owed}-{preferred}-{minorities}';

        return (new LiveSheet())->worth('{current_assets}'.$owed, '{cash}+0.75*{receivables}+0.5*{inventory}'.$owed);
    }
}
