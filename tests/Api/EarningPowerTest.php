<?php

declare(strict_types=1);

namespace Tests\Api;

use Illuminate\Support\Facades\DB;
use Logion\Statistics\Quantile;
use Logion\Time\Day;
use Tests\DemoTestCase;

/** The price laid over what a share earns, and what exits at multiples would return. */
final class EarningPowerTest extends DemoTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone());
    }

    public function test_the_line_is_the_basis_times_the_median_of_the_own_years(): void
    {
        $power = $this->power('BRSW', []);
        $this->assertSame('earnings', $power['basis']);
        $told = array_values(array_filter($power['points'], static fn (array $of): bool => ! $of['expected']));
        $facts = DB::table('facts')
            ->where('company_id', $this->companyId('BRSW'))
            ->where('line', 'earnings_per_share_diluted')
            ->where('period', 10 * (int) substr(end($told)['end'], 0, 4))
            ->pluck('value');
        $this->assertContains(round(end($told)['basis'], 4), $facts->map(static fn ($x): float => round((float) $x, 4))->all());
        $multiples = array_values(array_filter(array_column($told, 'multiple'), is_float(...)));
        foreach ($told as $point) {
            if ($point['multiple'] !== null) {
                $this->assertEqualsWithDelta($point['price'] / $point['basis'], $point['multiple'], 1e-3);
                $this->assertEqualsWithDelta($point['basis'] * $power['multiple'], $point['value'], 2e-3 * $point['value']);
            }
        }
        $this->assertSame(count($multiples), $power['used']);
        $this->assertEqualsWithDelta(Quantile::ofSample($multiples, 0.5), $power['multiple'], 1e-4);
        $this->assertEqualsWithDelta(Quantile::ofSample($multiples, 0.25), $power['lower_multiple'], 1e-4);
        $this->assertCount(3, array_filter($power['points'], static fn (array $of): bool => $of['expected']));
        $this->assertGreaterThan('2026-06-30', end($power['days']));
        $this->assertNull(end($power['closes']), 'no price is known of the time to come');
        foreach ($power['line'] as $line) {
            $this->assertCount(count($power['days']), $line);
        }
        ['above' => $above, 'above_band' => $over, 'below_band' => $under] = $power['position'];
        $this->assertTrue($over <= $above && $under <= 1 - $above);
    }

    public function test_every_kind_of_business_has_its_own_bases(): void
    {
        $first = ['industrial' => 'earnings', 'bank' => 'earnings', 'insurer' => 'earnings', 'property' => 'funds_from_operations'];
        foreach ($first as $template => $basis) {
            $ticker = (string) DB::table('companies')
                ->join('securities', 'securities.company_id', '=', 'companies.id')
                ->join('listings', 'listings.security_id', '=', 'securities.id')
                ->where('template', $template)
                ->whereNull('to_day')
                ->value('ticker');
            $power = $this->power($ticker, []);
            $this->assertSame($basis, $power['basis'], $ticker);
            $this->assertSame(array_column($power['bases'], 'key'), array_column($power['others'], 'key'));
            foreach (array_column($power['bases'], 'key') as $key) {
                $one = $this->power($ticker, ['basis' => $key]);
                $other = array_column($power['others'], null, 'key')[$key];
                $this->assertSame($one['multiple'], $other['multiple'], "{$ticker} {$key}");
            }
        }
    }

    public function test_a_return_put_back_in_gives_the_price(): void
    {
        $power = $this->power('GRME', ['exit' => '2', 'multiples' => '8,12,16']);
        $grid = $power['grid'];
        $this->assertSame(['earnings', [8.0, 12.0, 16.0]], [
            $grid['rows'][0]['key'],
            array_map(floatval(...), array_column($grid['rows'][0]['cells'], 'multiple')),
        ]);
        $close = $this->getJson('/api/v1/companies/GRME')->json('price');
        $days = Day::between(Day::parse($close['day']), Day::parse($grid['exit']));
        foreach ($grid['rows'] as $row) {
            foreach ($row['cells'] as $cell) {
                if ($row['expected'] === null) {
                    $this->assertNull($cell['annual']);
                } else {
                    $this->assertEqualsWithDelta($row['expected'] * $cell['multiple'], $cell['exit'], 1e-3);
                    $this->assertEqualsWithDelta(
                        $close['close'],
                        $cell['exit'] / (1 + $cell['price_only']) ** ($days / 365),
                        1e-2,
                    );
                    $this->assertGreaterThanOrEqual($cell['price_only'] - 1e-6, $cell['annual']);
                }
            }
        }
        $without = array_column($grid['rows'], 'expected', 'key');
        $this->assertNull($without['free_cash_flow'], 'nobody tells what free cash flow will be');
        $grown = array_column($this->power('GRME', ['exit' => '2', 'growth' => '0.1'])['grid']['rows'], 'expected', 'key');
        $this->assertSame($without['earnings'], $grown['earnings'], 'what houses expect stands');
        $points = $this->power('GRME', ['basis' => 'sales'])['points'];
        $told = array_values(array_filter($points, static fn (array $of): bool => ! $of['expected']));
        $this->assertNotNull(end($told)['basis']);
        $five = array_column($this->power('GRME', ['exit' => '5', 'growth' => '0.1'])['grid']['rows'], 'expected', 'key');
        $three = array_column($this->power('GRME', ['exit' => '3', 'growth' => '0.1'])['grid']['rows'], 'expected', 'key');
        $this->assertEqualsWithDelta($three['earnings'] * 1.21, $five['earnings'], 1e-3);
    }

    public function test_rules_choose_the_multiple_and_the_band_stays_that_of_the_own_years(): void
    {
        $median = $this->power('BRSW', []);
        foreach (['mean', 'trimmed_mean', 'sector', 'growth'] as $rule) {
            $of = $this->power('BRSW', ['rule' => $rule]);
            $this->assertSame($median['lower_multiple'], $of['lower_multiple'], $rule);
            $this->assertNotSame($median['multiple'], $of['multiple'], $rule);
        }
        $this->assertEqualsWithDelta(
            100 * $median['growth'],
            (float) $this->power('BRSW', ['rule' => 'growth'])['multiple'],
            2e-3,
        );
        $this->assertEqualsWithDelta(17.5, $this->power('BRSW', ['rule' => 'own', 'own' => '17.5'])['multiple'], 1e-9);
        $sector = $this->getJson('/api/v1/companies/BRSW/working?metric=price_to_earnings')->json('standing.sector_median');
        $this->assertEqualsWithDelta($sector, $this->power('BRSW', ['rule' => 'sector'])['multiple'], 1e-4);
    }

    public function test_what_was_marked_as_one_off_is_a_line_of_its_own(): void
    {
        $this->assertNull($this->power('BRSW', [])['adjusted']);
        $year = (int) $this->getJson('/api/v1/companies/BRSW/picture')->json('ten_years.years.9');
        $this->postJson('/api/v1/companies/BRSW/one-offs', [
            'line' => 'other_operating_expenses',
            'period' => 10 * $year,
            'amount' => 5_000_000,
            'before_tax' => true,
            'note' => 'Closing a works',
        ])->assertCreated();
        $power = $this->power('BRSW', []);
        $this->assertNotNull($power['adjusted']);
        $this->assertNotSame($power['line']['value'], $power['adjusted']);
        $this->assertCount(count($power['days']), $power['adjusted']);
    }

    public function test_a_day_in_the_past_knows_neither_later_reports_nor_later_expectations(): void
    {
        $then = $this->power('GRME', ['as_of' => '2022-06-30']);
        $told = array_values(array_filter($then['points'], static fn (array $of): bool => ! $of['expected']));
        $this->assertLessThanOrEqual('2022-03-31', end($told)['end']);
        $known = array_filter($then['closes'], is_float(...));
        $this->assertSame('2022-06-30', $then['days'][array_key_last($known)]);
    }

    public function test_negative_earnings_have_no_line_and_wrong_questions_are_refused(): void
    {
        DB::table('facts')
            ->where('company_id', $this->companyId('BRSW'))
            ->where('line', 'earnings_per_share_diluted')
            ->update(['value' => -1.0]);
        $power = $this->power('BRSW', []);
        $this->assertNull($power['multiple']);
        $this->assertSame(0, $power['used']);
        $this->assertSame(['days' => 0, 'above' => null, 'above_band' => null, 'below_band' => null], $power['position']);
        $wrong = ['basis=luck', 'years=2', 'years=21', 'rule=own', 'own=-1', 'exit=6', 'multiples=8,nine', 'multiples=0', 'growth=5'];
        foreach ($wrong as $query) {
            $this->getJson("/api/v1/companies/BRSW/earning-power?{$query}")->assertStatus(422);
        }
    }

    /**
     * @param  array<string, string>  $query
     * @return array<string, mixed>
     */
    private function power(string $ticker, array $query): array
    {
        return $this->getJson("/api/v1/companies/{$ticker}/earning-power?".http_build_query($query))->assertOk()->json();
    }
}
