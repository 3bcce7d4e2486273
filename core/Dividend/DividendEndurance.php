<?php

declare(strict_types=1);

namespace Logion\Dividend;

use Logion\Figure\Figure;
use Logion\Figure\Unit;
use Logion\Market\Risk\Downturn;
use Logion\Metric\CompanyScope;
use Logion\Metric\YearFigures;

/** What a dividend withstands: falls of earnings, of cash flow, of funds from operations. */
final class DividendEndurance
{
    /** What pays a dividend, a share, and the metric of the part paid out of it, by kind of business. */
    private const SOURCES = [
        'industrial' => ['earnings_per_share_diluted' => 'payout_ratio', 'free_cash_flow_per_share' => 'free_cash_flow_payout_ratio'],
        'bank' => ['earnings_per_share_diluted' => 'payout_ratio'],
        'insurer' => ['earnings_per_share_diluted' => 'payout_ratio'],
        'property' => [
            'funds_from_operations_per_share' => 'funds_from_operations_payout',
            'adjusted_funds_from_operations_per_share' => 'adjusted_funds_from_operations_payout',
        ],
    ];

    /**
     * @param  array{start: int, end: int}|null  $downturn  days YYYYMMDD of the downturn it is held against; null where none is known
     * @return list<EnduredFall> none for a fund
     */
    public static function of(CompanyScope $scope, ?array $downturn): array
    {
        $falls = [];
        foreach (self::SOURCES[$scope->company->template->value] ?? [] as $source => $payout) {
            $paid = $scope->metric($payout);
            $then = $downturn === null
                ? null
                : Downturn::ofFigure(YearFigures::of($scope, $source), $downturn['start'], $downturn['end']);
            $falls[] = new EnduredFall(
                $source,
                $payout,
                Figure::of(is_float($paid) ? 1 - $paid : $paid, Unit::Percent),
                $then['change'] ?? null,
            );
        }

        return $falls;
    }
}
