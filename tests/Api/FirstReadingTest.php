<?php

declare(strict_types=1);

namespace Tests\Api;

use Illuminate\Support\Facades\DB;
use Logion\Time\Day;
use Tests\DemoTestCase;

/** What a first reading draws is what the figures beside it say. */
final class FirstReadingTest extends DemoTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone());
    }

    public function test_scales_hold_the_past_and_the_sector_of_each_figure(): void
    {
        $scales = 0;
        foreach (['BRSW', 'ORTN', 'FNSB', 'HMAS', 'MWPR', 'YCFI', 'QSCW'] as $ticker) {
            foreach ($this->picture($ticker)['scales'] as $scale) {
                $scales++;
                $told = $this->getJson("/api/v1/companies/{$ticker}/working?metric={$scale['key']}")
                    ->assertOk()
                    ->json();
                $past = array_filter(array_slice($told['history']['values'], -10), static fn (?float $of): bool => $of !== null);
                sort($past);
                $this->assertSame($past === [], $scale['own'] === null);
                if ($past !== []) {
                    $this->assertEqualsWithDelta([$past[0], $past[count($past) - 1]], [$scale['own']['low'], $scale['own']['high']], 1e-9);
                    $this->assertTrue($scale['own']['low'] <= $scale['own']['median'] && $scale['own']['median'] <= $scale['own']['high']);
                }
                if ($scale['sector'] === null) {
                    $this->assertNull($scale['standing']);
                    $this->assertNull($told['standing']['sector_median']);

                    continue;
                }
                $this->assertEqualsWithDelta($told['standing']['sector_median'], $scale['sector']['median'], 1e-9);
                $this->assertTrue($scale['sector']['low'] <= $scale['sector']['median']);
                $this->assertTrue($scale['sector']['median'] <= $scale['sector']['high']);
            }
        }
        $this->assertGreaterThan(40, $scales);
    }

    public function test_price_is_laid_over_what_the_share_earned_at_its_usual_multiple(): void
    {
        // A bank without splits: earnings a share as reported, closes as traded.
        $id = $this->companyId('FNSB');
        $this->assertSame(0, DB::table('corporate_actions')->where('security_id', $id)->count());
        $earned = DB::table('facts')
            ->join('filings', 'filings.id', '=', 'facts.filing_id')
            ->where('facts.company_id', $id)
            ->where('line', 'earnings_per_share_diluted')
            ->whereRaw('facts.period % 10 = 0')
            ->orderBy('facts.period')
            ->pluck('value', 'period_end')
            ->all();
        $multiples = [];
        foreach (array_slice($earned, -10, null, true) as $end => $value) {
            $close = DB::table('bars')->where('listing_id', $id)->where('day', '<=', $end)->orderByDesc('day')->value('close');
            $close === null || ($multiples[] = $close / $value);
        }
        sort($multiples);
        $n = count($multiples);
        $median = $n % 2 === 1 ? $multiples[intdiv($n, 2)] : ($multiples[$n / 2 - 1] + $multiples[$n / 2]) / 2;
        $price = $this->picture('FNSB')['price'];
        $this->assertSame($n, $price['years']);
        $this->assertEqualsWithDelta($median, $price['multiple'], 1e-3);
        $last = array_key_last($earned);
        $after = array_filter($price['days'], static fn (string $day): bool => $day > Day::iso((int) $last));
        $at = array_key_first($after) - 1;
        $this->assertEqualsWithDelta($earned[$last] * $median, $price['worth'][$at], 0.02 * $price['worth'][$at], 'at the end of the year');
        $this->assertSame('2026-06-30', $price['days'][count($price['days']) - 1]);
        $close = DB::table('bars')->where('listing_id', $id)->where('day', self::TODAY)->value('close');
        $this->assertSame((float) $close, (float) end($price['closes']));
    }

    public function test_the_program_set_to_a_past_day_draws_nothing_later(): void
    {
        foreach (['2016-07-08', '2019-03-29', '2023-08-14'] as $day) {
            $picture = $this->picture('ULVL', $day);
            $this->assertLessThanOrEqual($day, max($picture['price']['days']));
            $this->assertLessThan((int) substr($day, 0, 4), max($picture['ten_years']['years']));
            foreach ($picture['expected'] as $year) {
                $this->assertLessThanOrEqual($day, max($year['days']));
                $this->assertGreaterThan(max($picture['ten_years']['years']), $year['year']);
            }
        }
        // On the ex-date of the split prices of before are on the new basis already.
        $before = $this->picture('ULVL', '2023-08-11')['price'];
        $after = $this->picture('ULVL', '2023-08-18')['price'];
        $this->assertEqualsWithDelta($before['multiple'], $after['multiple'], 0.02 * $before['multiple']);
        $day = array_values(array_intersect($before['days'], $after['days']))[0];
        $this->assertEqualsWithDelta(
            $before['closes'][array_search($day, $before['days'], true)] / 10,
            $after['closes'][array_search($day, $after['days'], true)],
            1e-3,
        );
    }

    public function test_what_nobody_expects_or_earns_is_left_out(): void
    {
        $this->assertSame([], $this->picture('EBLP')['expected']);
        $loss = $this->picture('QSCW')['price'];
        $this->assertSame([null, 0], [$loss['multiple'], $loss['years']]);
        $this->assertSame([], array_filter($loss['worth'], static fn (?float $of): bool => $of !== null));
        $this->assertNotSame([], $loss['closes']);
        $funds = $this->picture('FALLS');
        $this->assertSame([[], []], [$funds['ten_years']['years'], $funds['expected']]);
        $this->getJson('/api/v1/companies/NOBODY/picture')->assertNotFound();
    }

    /** @return array<string, mixed> */
    private function picture(string $ticker, ?string $day = null): array
    {
        return $this->getJson("/api/v1/companies/{$ticker}/picture".($day === null ? '' : "?as_of={$day}"))
            ->assertOk()
            ->json();
    }
}
