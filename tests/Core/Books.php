<?php

declare(strict_types=1);

namespace Tests\Core;

use Logion\Absence;
use Logion\Accounts\Fact;
use Logion\Accounts\Period;
use Logion\Accounts\Template;
use Logion\Market\PriceSeries;
use Logion\Metrics\Catalogue;
use Logion\Metrics\Company;
use Logion\Metrics\CompanyScope;
use Logion\Metrics\Economy;
use Logion\Metrics\Formula\Functions;
use Logion\Metrics\Formula\Parser;
use Logion\Metrics\Formula\Workings;
use Logion\Metrics\Moment;
use Logion\Unit;

/** Small companies made of a few lines, for tests. */
final class Books
{
    /**
     * @param  array<int, array<string, float|int>>  $years  lines by fiscal year
     * @param  list<Fact>  $more
     */
    public static function scope(array $years, array $more = [], int $asOf = 20260630, ?PriceSeries $prices = null, Template $template = Template::Industrial): CompanyScope
    {
        $facts = $ends = [];
        foreach ($years as $year => $lines) {
            $ends[Period::year($year)] = $year * 10000 + 1231;
            foreach ($lines as $line => $value) {
                $facts[] = new Fact($line, Period::year($year), (float) $value, ($year + 1) * 10000 + 301, $year);
            }
        }
        foreach ($more as $fact) {
            $facts[] = $fact;
            $ends[$fact->period] ??= Period::fiscalYear($fact->period) * 10000 + 331 + 300 * max(0, $fact->period % 10 - 1);
        }
        $company = new Company(1, 'TEST', $template, '10', 'XCR', 'XCR', $facts, $ends, $prices ?? new PriceSeries([], []));

        return new CompanyScope($company, $asOf, Catalogue::builtIn(), new Economy);
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
