<?php

declare(strict_types=1);

namespace Tests\Core\Valuation\Method;

use Logion\Market\Consensus;
use Logion\Market\CorporateActions;
use Logion\Market\Economy;
use Logion\Market\PriceSeries;
use Logion\Metric\Catalogue;
use Logion\Metric\CompanyData;
use Logion\Metric\CompanyScope;
use Logion\Reporting\FiledFact;
use Logion\Reporting\ReportingModel;
use Logion\Time\FiscalPeriod;
use Logion\Valuation\Method\CashFlow\DiscountedCashFlowDefaults;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** From raw rows to a value per share, held to what another program, default_valuations.py, makes of the same rows. */
final class DefaultValuationTest extends TestCase
{
    /** @return iterable<string, array{array<string, mixed>}> */
    public static function companies(): iterable
    {
        foreach (json_decode((string) file_get_contents(__DIR__.'/default-valuations.json'), true, 512, JSON_THROW_ON_ERROR) as $case) {
            yield $case['name'] => [$case];
        }
    }

    /** @param  array<string, mixed>  $case */
    #[DataProvider('companies')]
    public function test_the_first_set_of_assumptions_and_its_value_are_those_of_a_second_program(array $case): void
    {
        $model = DiscountedCashFlowDefaults::for($this->scope($case));
        $value = $model->value();
        $figures = array_map(static fn ($assumption): float => $assumption->value, $model->figures);
        $computed = [
            ...$figures,
            'cost_of_equity' => $model->costOfEquity(),
            'discount_rate' => $model->discountRate(),
            'market_value' => $figures['equity_market_value'],
            'stub' => $model->stub,
            'working_capital_to_revenue_change' => $model->paths()['working_capital_to_revenue_change'][9],
            'flows' => $value->flows,
            'present_value' => $value->sumOfPresentValues,
            'terminal_value' => $value->terminalValue,
            'present_terminal_value' => $value->presentTerminalValue,
            'enterprise_value' => $value->enterpriseValue,
            'equity_value' => $value->equityValue,
            'per_share' => $value->perShare,
        ];
        $this->assertSame('own five-year mean', $model->figures['exit_multiple']->source);
        foreach ($case['expected'] as $name => $expected) {
            foreach ((array) $expected as $i => $figure) {
                $this->assertEqualsWithDelta($figure, ((array) $computed[$name])[$i], 1e-9 * max(1.0, abs($figure)), "{$name} {$i}");
            }
        }
        foreach ($value->flows as $i => $flow) {
            $forecast = $model->forecast();
            $sheet =
                $forecast->ebit[$i] -
                $forecast->taxes[$i] +
                $forecast->depreciation[$i] -
                $forecast->capitalExpenditure[$i] -
                $forecast->workingCapitalIncrease[$i];
            $this->assertEqualsWithDelta($case['expected']['flows'][$i], $sheet, 1e-9 * max(1.0, abs($flow)), "the sheet of year {$i}");
        }
    }

    public function test_a_split_changes_no_value_but_the_count(): void
    {
        $byName = array_column(array_merge(...array_values(iterator_to_array(self::companies()))), null, 'name');
        foreach (['split on the filing day' => 4.0, 'filed before a split' => 3.0] as $name => $ratio) {
            $this->assertEqualsWithDelta($ratio * $byName['plain']['expected']['shares'], $byName[$name]['expected']['shares'], 1e-9);
        }
    }

    /** @param  array<string, mixed>  $case */
    private function scope(array $case): CompanyScope
    {
        $facts = $ends = [];
        foreach ($case['years'] as $year => $lines) {
            $ends[FiscalPeriod::year($year)] = $year * 10000 + 1231;
            foreach ($lines as $line => $value) {
                $facts[] = new FiledFact($line, FiscalPeriod::year($year), (float) $value, $case['filed'][$year], $year);
            }
        }
        $splits = $case['split'] === null ? [] : [[$case['split'][0], (float) $case['split'][1]]];
        $estimates =
            $case['consensus'] === null
                ? []
                : [
                    [
                        'line' => 'revenue',
                        'period' => FiscalPeriod::year(2026),
                        'day' => 20260601,
                        'mean' => $case['consensus'],
                        'deviation' => 9.0,
                        'count' => 5.0,
                        'high' => 870.0,
                        'low' => 840.0,
                    ],
                ];
        $company = new CompanyData(
            1,
            'PINN',
            ReportingModel::Industrial,
            '10',
            'XCR',
            'XCR',
            $facts,
            $ends,
            new PriceSeries($case['days'], $case['closes'], actions: new CorporateActions($splits)),
            new PriceSeries($case['days'], $case['index']),
            Consensus::of($estimates),
        );
        $economy = new Economy(['risk_free_rate' => ['days' => [20200101], 'values' => [$case['risk_free_rate']]]]);

        return new CompanyScope($company, $case['as_of'], Catalogue::builtIn(), $economy);
    }
}
