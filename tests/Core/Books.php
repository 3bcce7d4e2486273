<?php

declare(strict_types=1);

namespace Tests\Core;

use Logion\Figure\Absence;
use Logion\Figure\Unit;
use Logion\Formula\Functions;
use Logion\Formula\Moment;
use Logion\Formula\Parser;
use Logion\Market\Economy;
use Logion\Market\PriceSeries;
use Logion\Metric\Catalogue;
use Logion\Metric\CompanyData;
use Logion\Metric\CompanyScope;
use Logion\Metric\Evaluation\Workings;
use Logion\Reporting\FiledFact;
use Logion\Reporting\ReportingModel;
use Logion\Time\FiscalPeriod;

/** Small companies made of a few lines, for tests. */
final class Books
{
    /**
     * @param  array<int, array<string, float|int>>  $years  lines by fiscal year
     * @param  list<FiledFact>  $more
     */
    public static function scope(
        array $years,
        array $more = [],
        int $asOf = 20260630,
        ?PriceSeries $prices = null,
        ReportingModel $template = ReportingModel::Industrial,
        Economy $economy = new Economy(),
    ): CompanyScope {
        $facts = $ends = [];
        foreach ($years as $year => $lines) {
            $ends[FiscalPeriod::year($year)] = $year * 10000 + 1231;
            foreach ($lines as $line => $value) {
                $facts[] = new FiledFact($line, FiscalPeriod::year($year), (float) $value, ($year + 1) * 10000 + 301, $year);
            }
        }
        foreach ($more as $fact) {
            $facts[] = $fact;
            $ends[$fact->period] ??= FiscalPeriod::fiscalYear($fact->period) * 10000 + 331 + 300 * max(0, ($fact->period % 10) - 1);
        }
        $company = new CompanyData(1, 'TEST', $template, '10', 'XCR', 'XCR', $facts, $ends, $prices ?? new PriceSeries([], []));

        return new CompanyScope($company, $asOf, Catalogue::builtIn(), $economy);
    }

    /** @return array{float|Absence, float|Absence} the formula valued, and what its working says, on annual figures */
    public static function both(CompanyScope $scope, string $formula): array
    {
        $tree = (new Parser(Functions::all()))->parse($formula, $scope->catalogue->names());
        $moment = Moment::of('annual')->inBasis('annual');
        $figure = (new Workings($scope))->expression($tree, 'x', Unit::Ratio, $moment)->figure;

        return [$scope->value($tree, $moment), $figure->absence() ?? $figure->value()];
    }
}
