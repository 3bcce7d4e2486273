<?php

declare(strict_types=1);

namespace Tests\Api;

use Illuminate\Support\Facades\DB;
use Tests\DemoTestCase;

/** What property companies own and who rents it, what banks lend and what insurers write. */
final class PropertyTest extends DemoTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone());
    }

    public function test_tenants_and_buildings_add_up_to_the_report_they_stand_in(): void
    {
        $told = $this->told('MWPR');
        $last = $told['years'][count($told['years']) - 1];
        $reported = $this->reported('MWPR', $last['period']);
        $this->assertSame($last['period'], $told['shown']['period']);
        $this->assertEqualsWithDelta($reported['annualized_rent'], $last['rent'], 0.5);
        $this->assertEqualsWithDelta($reported['annualized_rent'], array_sum(array_column($told['shown']['tenants'], 'rent')), 0.5);
        $this->assertEqualsWithDelta($reported['occupied_area'] / $reported['lettable_area'], $last['occupancy'], 1e-9);
        $this->assertEqualsWithDelta($reported['top_tenant_rent'] / $reported['annualized_rent'], $last['largest'], 1e-9);
        foreach (['tenants', 'trades', 'standings', 'endings', 'sectors', 'places'] as $part) {
            $this->assertEqualsWithDelta(1.0, array_sum(array_column($told['shown'][$part], 'share')), 1e-9, $part);
        }
        $this->assertEqualsWithDelta(
            $reported['investment_property'],
            array_sum(array_column($told['shown']['buildings'], 'value')),
            0.5,
        );
        $figures = array_column($told['figures'], 'figure', 'key');
        $this->assertEqualsWithDelta($last['occupancy'], $figures['occupancy']['value'], 1e-9);
        $this->assertArrayHasKey('property_net_debt_to_ebitda', $figures);
    }

    public function test_a_past_year_and_a_past_day_tell_what_was_told_then(): void
    {
        $now = $this->told('MWPR');
        $past = $now['years'][2]['period'];
        $told = $this->told('MWPR', "?period={$past}");
        $this->assertSame($past, $told['shown']['period']);
        $this->assertSame($now['years'], $told['years']);
        $filed = $now['years'][3]['filed_on'];
        $before = $this->told('MWPR', '?as_of='.date('Y-m-d', (int) strtotime("{$filed} -1 day")));
        $this->assertSame(array_slice($now['years'], 0, 3), $before['years']);
        $this->assertSame($past, $before['shown']['period']);
        $this->assertSame($now['shown']['period'], $this->told('MWPR', '?period=18000')['shown']['period'], 'no such year');
    }

    public function test_growth_is_of_buildings_owned_in_both_years(): void
    {
        $years = $this->told('MWPR')['years'];
        $company = $this->companyId('MWPR');
        $of = static fn (int $period): array => DB::table('buildings')
            ->join('filings', 'filings.id', '=', 'filing_id')
            ->where('buildings.company_id', $company)
            ->where('filings.period', $period)
            ->pluck('net_operating_income', 'name')
            ->all();
        [$before, $now] = [$of($years[4]['period']), $of($years[5]['period'])];
        $both = array_intersect_key($now, $before);
        $this->assertEqualsWithDelta(
            array_sum($both) / array_sum(array_intersect_key($before, $both)) - 1,
            $years[5]['same_property_growth'],
            1e-9,
        );
        $this->assertNull($years[0]['same_property_growth']);
    }

    public function test_who_owns_no_buildings_says_so(): void
    {
        $told = $this->told('BRSW');
        $this->assertSame([[], null], [$told['years'], $told['shown']]);
    }

    public function test_classes_of_a_bank_and_an_insurer_agree_with_the_statement(): void
    {
        foreach (['FNSB' => ['loans', 'securities'], 'HMAS' => ['insurance']] as $ticker => $axes) {
            $told = array_column($this->getJson("/api/v1/companies/{$ticker}/breakdowns")->assertOk()->json(), null, 'axis');
            foreach ($axes as $axis) {
                $tables = array_column($told[$axis]['tables'], null, 'line');
                $reconciled = array_merge(...array_filter(array_column($tables, 'reconciled')));
                $this->assertNotContains(false, $reconciled, "{$ticker} {$axis}");
                $this->assertContains(true, $reconciled);
            }
        }
        $ratios = array_column($told['insurance']['tables'], null, 'line');
        $combined = $ratios['combined_ratio']['total'];
        $reported = $this->reported('HMAS', $told['insurance']['periods'][count($combined) - 1]['period']);
        $this->assertEqualsWithDelta(
            ($reported['claims_incurred'] + $reported['policy_acquisition_costs'] + $reported['underwriting_expenses']) /
                $reported['premiums_earned'],
            end($combined),
            1e-9,
        );
    }

    /** @return array<string, mixed> */
    private function told(string $ticker, string $query = ''): array
    {
        return $this->getJson("/api/v1/companies/{$ticker}/property{$query}")->assertOk()->json();
    }

    /** @return array<string, float> */
    private function reported(string $ticker, int $period): array
    {
        return DB::table('facts')
            ->where('company_id', $this->companyId($ticker))
            ->where('period', $period)
            ->orderBy('filing_id')
            ->pluck('value', 'line')
            ->map(floatval(...))
            ->all();
    }
}
