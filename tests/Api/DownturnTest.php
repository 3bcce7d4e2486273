<?php

declare(strict_types=1);

namespace Tests\Api;

use App\Storage\EconomyReader;
use Illuminate\Support\Facades\DB;
use Logion\Statistics\Descriptive;
use Tests\DemoTestCase;

/** What bad times did to a company, and what its dividend withstands. */
final class DownturnTest extends DemoTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone());
    }

    public function test_downturns_of_the_economy_are_told_with_price_index_industry_and_figures(): void
    {
        $told = $this->getJson('/api/v1/companies/GRME/downturns')->assertOk()->json();
        $this->assertCount(3, $told['periods']);
        $this->assertGreaterThan(0, $told['companies']);
        $starts = array_column($told['periods'], 'start');
        $sorted = $starts;
        rsort($sorted);
        $this->assertSame($sorted, $starts);
        $sharp = $told['periods'][1];
        $this->assertSame(['2020-04-01', '2020-12-31'], [$sharp['start'], $sharp['end']]);
        $this->assertLessThan(0, $sharp['price']['change']);
        $this->assertLessThan(0, $sharp['industry']);
        $market = $this->getJson('/api/v1/companies/GRME/market?over=all')->json();
        $closes = array_combine($market['labels'], $market['close']);
        $this->assertEqualsWithDelta(
            $closes[$sharp['price']['trough']] / $closes[$sharp['price']['peak']] - 1,
            $sharp['price']['change'],
            1e-3,
        );
        $this->assertSame(['revenue', 'earnings_per_share_diluted', 'dividends_per_share'], array_column($sharp['figures'], 'key'));
        foreach ($sharp['figures'] as $figure) {
            if ($figure['change'] !== null) {
                $this->assertEqualsWithDelta($figure['lowest'] / $figure['base'] - 1, $figure['change'], 1e-9);
            }
        }
        $sector = (string) DB::table('companies')->where('id', $this->companyId('GRME'))->value('sector');
        $falls = [];
        foreach (DB::table('companies')->where('sector', $sector)->where('fiscal_year_end_month', 12)->pluck('id') as $id) {
            $years = DB::table('company_years')->where('company_id', $id)->pluck('revenue', 'year');
            // One year covers the whole of the sharp downturn.
            if ((int) $id !== $this->companyId('GRME') && isset($years[2019], $years[2020])) {
                $falls[] = $years[2020] / $years[2019] - 1;
            }
        }
        if (count($falls) === $told['companies']) {
            $this->assertEqualsWithDelta(Descriptive::median($falls), $sharp['figures'][0]['industry'], 1e-9);
        }
        $this->assertNotNull($sharp['figures'][0]['industry']);
        $this->assertNotNull($sharp['figures'][1]['industry']);
        $before = $this->getJson('/api/v1/companies/GRME/downturns?as_of=2020-11-20')->json('periods');
        $this->assertTrue($before[0]['lasts']);
        $this->assertSame('2020-09-30', $before[0]['end'], 'of what was told by then');
    }

    public function test_own_times_are_kept_and_stay_ones_own(): void
    {
        $id = $this->postJson('/api/v1/downturns', ['name' => 'Salt glut', 'start' => '2023-10-01', 'end' => '2025-11-30'])
            ->assertCreated()
            ->json('id');
        $own = collect($this->getJson('/api/v1/companies/BRSW/downturns')->json('periods'))->firstWhere('id', $id);
        $this->assertSame('Salt glut', $own['name']);
        $this->assertLessThan(-0.3, $own['price']['change']);
        foreach (
            [
                ['name' => '', 'start' => '2023-10-01', 'end' => '2024-10-01'],
                ['name' => 'x', 'start' => '2023-10-01', 'end' => '2023-10-01'],
                ['name' => 'x', 'start' => 'then', 'end' => '2023-10-01'],
            ] as $body
        ) {
            $this->postJson('/api/v1/downturns', $body)->assertStatus(422);
        }
        $this->actingAs($this->someone('Other'));
        $this->assertNull(collect($this->getJson('/api/v1/companies/BRSW/downturns')->json('periods'))->firstWhere('id', $id));
        $this->deleteJson("/api/v1/downturns/{$id}")->assertStatus(404);
    }

    public function test_a_dividend_tells_what_it_withstands(): void
    {
        $told = $this->getJson('/api/v1/companies/BRSW/dividends')->assertOk()->json('endurance');
        $this->assertSame(['payout_ratio', 'free_cash_flow_payout_ratio'], array_column($told['falls'], 'key'));
        foreach ($told['falls'] as $fall) {
            $this->assertEqualsWithDelta(1 - $fall['payout']['value'], $fall['withstands']['value'], 1e-9);
            $this->assertSame(-$fall['fell'] <= $fall['withstands']['value'], $fall['would_cover']);
        }
        $this->assertLessThan('2026-06-30', $told['downturn']['end']);
        $this->assertSame(['net_debt_to_ebitda', 'interest_coverage'], array_column($told['debt'], 'key'));
        DB::table('economy_series')->where('name', 'output_growth')->delete();
        resolve(EconomyReader::class)->forget();
        $none = $this->getJson('/api/v1/companies/BRSW/dividends')->json('endurance');
        $this->assertNull($none['downturn']);
        $this->assertSame([null, null], array_column($none['falls'], 'would_cover'));
    }
}
