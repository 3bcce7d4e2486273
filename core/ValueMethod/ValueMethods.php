<?php

declare(strict_types=1);

namespace Logion\ValueMethod;

use Logion\EarningPower\Basis;
use Logion\Reporting\ReportingModel;
use Logion\Valuation\InvalidAssumption;
use Logion\ValueMethod\Method\CashFlowToEquity;
use Logion\ValueMethod\Method\CashFlowToFirm;
use Logion\ValueMethod\Method\DividendStages;
use Logion\ValueMethod\Method\DriverCashFlow;
use Logion\ValueMethod\Method\EarningsAndBookRoot;
use Logion\ValueMethod\Method\EarningsPathValue;
use Logion\ValueMethod\Method\EarningsPowerValue;
use Logion\ValueMethod\Method\ExcessReturn;
use Logion\ValueMethod\Method\FadingDividends;
use Logion\ValueMethod\Method\JustifiedByFundamentals;
use Logion\ValueMethod\Method\Liquidation;
use Logion\ValueMethod\Method\NetAssetValue;
use Logion\ValueMethod\Method\NetCurrentAssets;
use Logion\ValueMethod\Method\PaidMultiple;
use Logion\ValueMethod\Method\Parts;
use Logion\ValueMethod\Method\PriceToBookByReturn;
use Logion\ValueMethod\Method\ResidualEarnings;
use Logion\ValueMethod\Method\RevisedGrowth;
use Logion\ValueMethod\Method\TangibleBook;
use Logion\ValueMethod\Method\ThreeCases;
use Logion\ValueMethod\Method\TypedCashFlow;

/** Every way to value a share, in the order one reads them. */
final class ValueMethods
{
    /** Of what else than earnings a share is followed to a horizon. */
    private const OTHER_BASES = [
        Basis::OperatingCashFlow,
        Basis::FreeCashFlow,
        Basis::Sales,
        Basis::BookValue,
        Basis::FundsFromOperations,
        Basis::AdjustedFundsFromOperations,
    ];

    /** @return array<string, ValueMethod> by key */
    public static function all(): array
    {
        static $methods = null;
        if ($methods !== null) {
            return $methods;
        }
        [$industrial, $bank, $insurer, $property] = [
            ReportingModel::Industrial,
            ReportingModel::Bank,
            ReportingModel::Insurer,
            ReportingModel::Property,
        ];
        $multiples = [
            'price_to_earnings' => [$industrial, $bank, $insurer],
            'forward_price_to_earnings' => [$industrial, $bank, $insurer],
            'ev_to_ebitda' => [$industrial],
            'ev_to_sales' => [$industrial],
            'price_to_book' => [$industrial, $insurer, $property],
            'price_to_tangible_book' => [$bank],
            'price_to_funds_from_operations' => [$property],
            'price_to_adjusted_funds_from_operations' => [$property],
        ];
        $list = [
            new CashFlowToFirm(),
            new DriverCashFlow(),
            new CashFlowToEquity(),
            new TypedCashFlow(),
            new ExcessReturn(),
            new NetAssetValue(),
            new EarningsPathValue(),
            ...array_map(static fn (Basis $of): ValueMethod => new EarningsPathValue($of), self::OTHER_BASES),
            new DividendStages(),
            new FadingDividends(),
            new ResidualEarnings(),
            new PriceToBookByReturn(),
            new JustifiedByFundamentals(),
        ];
        foreach ([PaidMultiple::PEERS, PaidMultiple::OWN] as $whose) {
            foreach ($multiples as $metric => $kinds) {
                $list[] = new PaidMultiple($whose, $metric, $kinds);
            }
        }
        foreach (['ev_to_sales', 'ev_to_ebitda'] as $metric) {
            $list[] = new PaidMultiple(PaidMultiple::TRANSACTIONS, $metric, [$industrial]);
        }
        $list = [
            ...$list,
            new Parts(),
            new ThreeCases(),
            new EarningsPowerValue(),
            new EarningsAndBookRoot(),
            new RevisedGrowth(),
            new NetCurrentAssets(),
            new TangibleBook(),
            new Liquidation(),
        ];

        $methods = [];
        foreach ($list as $method) {
            $methods[$method->key()] = $method;
        }

        return $methods;
    }

    /** @throws InvalidAssumption if there is no such method; names them all */
    public static function get(string $key): ValueMethod
    {
        return self::all()[$key] ?? throw InvalidAssumption::unknownMethod($key, ...array_keys(self::all()));
    }
}
