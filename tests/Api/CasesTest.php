<?php

declare(strict_types=1);

namespace Tests\Api;

use Illuminate\Support\Facades\DB;
use Tests\DemoTestCase;

/** Three cases, and the price of interest that is kept of them. */
final class CasesTest extends DemoTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone());
    }

    public function test_cases_begin_with_what_houses_expect_and_what_was_paid_before(): void
    {
        $cases = $this->cases('GRME', []);
        $of = array_column($cases['cases'], null, 'key');
        $this->assertSame(['bear', 'base', 'bull'], array_keys($of));
        foreach (['bear' => 'low', 'base' => 'mean', 'bull' => 'high'] as $case => $part) {
            $this->assertEqualsWithDelta($cases['consensus'][$part], $of[$case]['earnings'], 1e-4);
            $this->assertEqualsWithDelta($cases['history'][$part], $of[$case]['multiple'], 1e-9);
            $this->assertEqualsWithDelta($of[$case]['earnings'] * $of[$case]['multiple'], $of[$case]['price'], 1e-3);
            $this->assertEqualsWithDelta($of[$case]['price'] / $cases['price'] - 1, $of[$case]['upside'], 1e-4);
            $this->assertSame('consensus', $of[$case]['source']);
        }
        $power = $this->getJson('/api/v1/companies/GRME/earning-power?exit=2&multiples='.$of['base']['multiple'])->json();
        $this->assertEqualsWithDelta($power['grid']['rows'][0]['cells'][0]['annual'], $of['base']['annual'], 1e-4);
    }

    public function test_own_earnings_moves_and_multiples_count_and_the_price_returns_the_rate(): void
    {
        $cases = $this->cases('GRME', [
            'year' => 3,
            'rate' => 0.15,
            'cases' => [
                'bear' => ['own' => 1.0, 'multiple' => 8],
                'base' => ['multiple' => 12],
                'bull' => ['move' => 0.2, 'multiple' => 20],
            ],
        ]);
        [$bear, $base, $bull] = $cases['cases'];
        $this->assertSame(['own', 8.0], [$bear['source'], (float) $bear['price']]);
        $this->assertEqualsWithDelta(1.2 * $base['earnings'], $bull['earnings'], 1e-4);
        if ($bull['upside'] > 0 && $bear['upside'] < 0) {
            $this->assertEqualsWithDelta($bull['upside'] / -$bear['upside'], $cases['gain_to_loss'], 1e-3);
        }
        $listing = (int) DB::table('listings')->where('ticker', 'GRME')->value('id');
        $day = (int) DB::table('bars')->where('listing_id', $listing)->max('day');
        DB::table('bars')->where('listing_id', $listing)->where('day', $day)->update(['close' => $cases['price_for_rate']]);
        $again = $this->cases('GRME', ['year' => 3, 'rate' => 0.15, 'cases' => ['base' => ['multiple' => 12]]]);
        $this->assertEqualsWithDelta(0.15, $again['cases'][1]['annual'], 1e-4, 'bought at that price the base case returns the rate');
        $this->assertEqualsWithDelta($cases['price_for_rate'], $again['price_for_rate'], 1e-4, 'and it does not depend on the price');
    }

    public function test_earnings_above_all_margins_of_the_past_are_warned_of(): void
    {
        $this->assertNull($this->cases('GRME', ['cases' => ['base' => ['own' => 0.01]]])['warning']);
        $this->assertStringContainsString(
            'at the top of its own range',
            (string) $this->cases('GRME', ['cases' => ['base' => ['move' => 5]]])['warning'],
        );
    }

    public function test_a_company_without_estimates_or_prices_shows_the_rest(): void
    {
        DB::table('estimates')->where('company_id', $this->companyId('GRME'))->delete();
        $cases = $this->cases('GRME', []);
        $this->assertSame('reported', $cases['cases'][1]['source']);
        $this->assertIsFloat($cases['cases'][1]['earnings']);
        $this->assertSame(['low' => null, 'mean' => null, 'high' => null], $cases['consensus']);
        DB::table('bars')->where('listing_id', DB::table('listings')->where('ticker', 'GRME')->value('id'))->delete();
        $none = $this->cases('GRME', []);
        $this->assertSame([null, null, null], [$none['price'], $none['cases'][1]['price'], $none['price_for_rate']]);
    }

    public function test_a_price_of_interest_is_kept_seen_replaced_and_dropped(): void
    {
        $this->assertNull($this->getJson('/api/v1/companies/BRSW/price-of-interest')->json('kept'));
        $kept = $this->putJson('/api/v1/companies/BRSW/price-of-interest', [
            'price' => 40,
            'note' => 'When salt is cheap again',
            'cases' => ['year' => 2, 'rate' => 0.12],
        ])->assertOk()->json('kept');
        $close = $this->getJson('/api/v1/companies/BRSW')->json('price.close');
        $this->assertEqualsWithDelta($close / 40 - 1, $kept['distance'], 1e-9);
        $this->assertSame(['year' => 2, 'rate' => 0.12], $kept['cases']);
        $this->putJson('/api/v1/companies/BRSW/price-of-interest', ['price' => 1000])->assertOk();
        $this->putJson('/api/v1/companies/GRME/price-of-interest', ['price' => 1])->assertOk();
        $all = $this->getJson('/api/v1/prices-of-interest')->json();
        $this->assertSame(['BRSW', 'GRME'], array_column($all, 'ticker'), 'the nearest to its price first');
        $this->assertSame([], $this->getJson('/api/v1/prices-of-interest?as_of=2026-06-29')->json());
        DB::table('prices_of_interest')->where('company_id', $this->companyId('BRSW'))->update(['kept_on' => 20260629]);
        DB::table('corporate_actions')->insert([
            'security_id' => DB::table('listings')->where('ticker', 'BRSW')->value('security_id'),
            'kind' => 'split',
            'ex_date' => 20260630,
            'ratio' => 5,
        ]);
        $this->assertEqualsWithDelta(200.0, $this->getJson('/api/v1/companies/BRSW/price-of-interest')->json('kept.price'), 1e-9);
        $this->deleteJson('/api/v1/companies/BRSW/price-of-interest')->assertNoContent();
        $this->assertNull($this->getJson('/api/v1/companies/BRSW/price-of-interest')->json('kept'));
        $this->actingAs($this->someone('Other'));
        $this->assertSame([], $this->getJson('/api/v1/prices-of-interest')->json());
    }

    public function test_what_is_not_asked_well_is_refused(): void
    {
        $wrong = [
            ['year' => 4],
            ['rate' => -1],
            ['cases' => ['worst' => []]],
            ['cases' => ['bear' => ['multiple' => 0]]],
            ['cases' => ['bear' => ['own' => 'much']]],
            ['cases' => 'all'],
        ];
        foreach ($wrong as $body) {
            $this->postJson('/api/v1/companies/BRSW/cases', $body)->assertStatus(422);
        }
        foreach ([[], ['price' => 0], ['price' => 'low'], ['price' => 1, 'note' => str_repeat('x', 201)]] as $body) {
            $this->putJson('/api/v1/companies/BRSW/price-of-interest', $body)->assertStatus(422);
        }
    }

    /**
     * @param  array<string, mixed>  $body
     * @return array<string, mixed>
     */
    private function cases(string $ticker, array $body): array
    {
        return $this->postJson("/api/v1/companies/{$ticker}/cases", $body)->assertOk()->json();
    }
}
