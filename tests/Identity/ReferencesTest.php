<?php

declare(strict_types=1);

namespace Tests\Identity;

use App\Models\Listing;
use App\Storage\Identity\Identities;
use App\Storage\UniverseMembers;
use Illuminate\Foundation\Testing\DatabaseTransactions;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Tests\DemoTestCase;

/** Addresses, answers, commands and lists mean the company they name, though tickers are shared and used again. */
final class ReferencesTest extends DemoTestCase
{
    use DatabaseTransactions;

    /** Had the ticker SKRW until June 2018; another company has it since 2021. */
    private const BEFORE = 'SKCT';

    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone());
    }

    private function named(string $reference, ?string $asOf = null): string
    {
        return $this->getJson("/api/v1/companies/{$reference}".($asOf === null ? '' : "?as_of={$asOf}"))
            ->assertOk()
            ->json('name');
    }

    /** A ticker that two companies of different exchanges have. */
    private static function shared(): string
    {
        return (string) DB::table('listings')
            ->groupBy('ticker')
            ->havingRaw('count(distinct exchange_id) > 1')
            ->where('main', true)
            ->where('ticker', '<>', 'YCFI')
            ->value('ticker');
    }

    public function test_a_ticker_alone_is_enough_where_one_company_has_it_and_the_exchange_may_always_be_named(): void
    {
        foreach (['BRSW', 'XQTH:BRSW', 'brsw', 'xqth:brsw', 'XQTH%3ABRSW'] as $reference) {
            $this->assertSame('Brannoch Saltworks', $this->named($reference));
        }
        $this->getJson('/api/v1/companies/XQOS:BRSW')
            ->assertNotFound()
            ->assertJsonPath('detail', fn (string $text): bool => str_contains($text, 'BRSW'));
        $this->getJson('/api/v1/companies/XQZZ:BRSW')->assertNotFound();
        $this->getJson('/api/v1/companies/XQTH:BRSW@2024-02-31')->assertStatus(422);
        // Every address of a company takes it.
        foreach (
            [
                'statements',
                'market',
                'comparison',
                'earning-power',
                'downturns',
                'metrics?keys=market_cap',
                'identity',
                'dividends',
                'people',
                'notes',
                'breaks',
                'bridges',
                'breakdowns',
            ] as $address
        ) {
            $this->getJson("/api/v1/companies/XQTH:BRSW/{$address}")->assertOk();
        }
    }

    public function test_a_ticker_of_several_companies_is_asked_about_and_each_can_be_opened(): void
    {
        $ticker = self::shared();
        $problem = $this->getJson("/api/v1/companies/{$ticker}")
            ->assertStatus(409)
            ->json();
        $this->assertStringContainsString('Say which', $problem['detail']);
        $this->assertSame(["XQTH:{$ticker}", "XQOS:{$ticker}"], array_column($problem['choices'], 'reference'));
        foreach ($problem['choices'] as ['reference' => $reference, 'name' => $name]) {
            $this->assertSame($name, $this->named($reference));
            $this->assertSame($reference, $this->getJson("/api/v1/companies/{$reference}")->json('ticker'));
            $this->assertSame($ticker, $this->getJson("/api/v1/companies/{$reference}")->json('listed_as'));
        }
        $this->assertSame(1, Artisan::call('logion:metric', ['ticker' => $ticker, 'keys' => ['market_cap']]));
        $this->assertStringContainsString("XQOS:{$ticker} (", Artisan::output());
        $this->assertSame(0, Artisan::call('logion:metric', ['ticker' => "XQOS:{$ticker}", 'keys' => ['market_cap']]));
        $rows = $this->postJson('/api/v1/screens/run', [
            'screen' => ['criteria' => ['market_cap > 0'], 'columns' => ['market_cap'], 'limit' => 100],
        ])
            ->assertOk()
            ->json('rows');
        $this->assertContains("XQTH:{$ticker}", array_column($rows, 'ticker'));
        $this->assertContains("XQOS:{$ticker}", array_column($rows, 'ticker'));
        $this->assertSame(count($rows), count(array_unique(array_column($rows, 'ticker'))));
    }

    public function test_a_ticker_that_is_used_again_means_who_had_it_on_the_day(): void
    {
        $heir = $this->named('SKRW');
        $this->assertNotSame('Skellanmoor Combined Trades', $heir);
        $this->assertSame($heir, $this->named('SKRW', '2021-01-11'));
        $this->assertSame('Skellanmoor Ropeworks', $this->named('SKRW', '2018-05-31'), 'under its name of then');
        $this->assertSame('Skellanmoor Combined Trades', $this->named('XQOS:SKRW@2018-05-31'));
        $this->assertSame('Skellanmoor Ropeworks', $this->named('SKCT', '2018-05-31'), 'its ticker of today finds it too');
        $this->assertSame($heir, $this->named($this->getJson('/api/v1/companies/SKRW')->json('ticker'), '2018-05-31'));
        $this->assertSame('SKRW', $this->getJson('/api/v1/companies/SKCT?as_of=2018-05-31')->json('listed_as'));
        $this->assertSame('SKCT', $this->getJson('/api/v1/companies/SKCT?as_of=2018-06-01')->json('listed_as'));
    }

    public function test_prices_go_on_where_a_ticker_changes(): void
    {
        $prices = $this->getJson('/api/v1/companies/SKCT/market?over=all')->assertOk()->json();
        $this->assertSame('2016-07-01', $prices['labels'][0]);
        $at = array_search('2018-06-01', $prices['labels'], true);
        $this->assertSame('2018-05-31', $prices['labels'][$at - 1]);
        $this->assertEqualsWithDelta(1.0, $prices['close'][$at] / $prices['close'][$at - 1], 0.15);
        $this->assertSame(
            2,
            DB::table('listings')
                ->join('securities', 'securities.id', '=', 'security_id')
                ->where('company_id', $this->companyId('SKCT'))
                ->count(),
        );
        $this->assertEqualsWithDelta(
            0.0,
            (float) $this->metric('SKCT', "price_return('10y')") - $this->ratioOf($prices, '2016-07-01'),
            0.2,
        );
    }

    /** @param  array<string, mixed>  $prices */
    private function ratioOf(array $prices, string $since): float
    {
        return end($prices['close']) / $prices['close'][(int) array_search($since, $prices['labels'], true)] - 1;
    }

    private function metric(string $reference, string $formula): ?float
    {
        return $this->getJson("/api/v1/companies/{$reference}/working?metric=".urlencode($formula))
            ->assertOk()
            ->json('working.value');
    }

    public function test_what_a_user_keeps_belongs_to_the_company_and_not_to_a_ticker(): void
    {
        $heir = $this->getJson('/api/v1/companies/SKRW')->json('ticker');
        $this->postJson("/api/v1/companies/{$heir}/notes", ['body' => 'Mine'])->assertCreated();
        $list = $this->postJson('/api/v1/lists', ['name' => 'Both', 'tickers' => ['SKRW', 'XQOS:SKRW@2018-05-31', 'XQTH:BRSW']])
            ->assertCreated()
            ->json();
        $this->assertSame([$heir, 'SKCT', 'BRSW'], array_column($list['items'], 'ticker'));
        $this->putJson("/api/v1/lists/{$list['id']}/items/{$heir}", ['mark' => 'keep'])
            ->assertOk()
            ->assertJsonPath('items.0.mark', 'keep');
        $this->postJson('/api/v1/decisions', [
            'ticker' => $heir,
            'verdict' => 'buy',
            'thesis' => 't',
            'disproof' => 'd',
            'value_per_share' => 100,
            'margin_of_safety' => 0.2,
            'as_of' => '2026-06-30',
        ])
            ->assertCreated()
            ->assertJsonPath('ticker', $heir);
        $this->assertCount(0, $this->getJson('/api/v1/companies/SKCT/notes')->json());
        $this->assertCount(1, $this->getJson("/api/v1/companies/{$heir}/notes")->json());
        // On a day on which the other had the ticker, the reference means the same company.
        $this->assertSame($this->named($heir), $this->named($heir, '2017-03-01'));
        $found = $this->getJson('/api/v1/finder?q=mine')->json('results');
        $this->assertSame($heir, array_column($found, 'key', 'kind')['note']);
    }

    public function test_a_company_set_aside_stays_aside_whatever_it_is_called(): void
    {
        $ticker = self::shared();
        $run = fn (array $aside): array => $this->postJson('/api/v1/screens/run', [
            'screen' => [
                'criteria' => ['market_cap > 0'],
                'columns' => ['market_cap'],
                'limit' => 100,
                'set_aside' => array_map(static fn (string $of): array => ['ticker' => $of, 'reason' => 'r'], $aside),
            ],
        ])
            ->assertOk()
            ->json();
        $all = array_column($run([])['rows'], 'ticker');
        foreach ([["XQTH:{$ticker}"], ['XQTH:BRSW'], ['XQOS:SKRW@2018-05-31']] as $aside) {
            $this->assertCount(1, array_diff($all, array_column($run($aside)['rows'], 'ticker')), $aside[0]);
        }
        $this->assertSame(['SKCT'], array_values(array_diff($all, array_column($run(['XQOS:SKRW@2018-05-31'])['rows'], 'ticker'))));
        $this->assertSame($all, array_column($run(['XQVE:NOBODY'])['rows'], 'ticker'));
    }

    public function test_the_finder_knows_former_names_old_tickers_and_identifiers(): void
    {
        $first = fn (string $q): array => $this->getJson('/api/v1/finder?q='.urlencode($q))
            ->assertOk()
            ->json('results.0');
        $this->assertSame('SKCT', $first('ropeworks')['key']);
        $this->assertSame('MRSR', $first('mrsrb')['key']);
        $isin = (string) DB::table('identifiers')->where('security_id', $this->listing('ULVL')->security_id)->value('value');
        $this->assertSame('ULVL', $first(strtolower($isin))['key']);
        $keys = array_column($this->getJson('/api/v1/finder?q='.self::shared())->json('results'), 'key');
        $this->assertContains('XQOS:'.self::shared(), $keys);
    }

    public function test_no_reference_means_two_companies(): void
    {
        $identities = $this->app->make(Identities::class);
        $references = $identities->references(DB::table('companies')->pluck('id')->map(intval(...)));
        $this->assertSame(count($references), count(array_unique($references)));
        foreach ($references as $company => $reference) {
            foreach ([20170301, 20190101, 20220101, Identities::LATEST] as $day) {
                $this->assertSame($company, $identities->company($reference, $day), "{$reference} on {$day}");
            }
        }
        foreach ([20170301, 20180601, 20210111, self::TODAY] as $day) {
            foreach ($this->app->make(UniverseMembers::class)->on($day) as $member) {
                $this->assertSame(
                    [$member->id, $member->id],
                    [$identities->company($member->ticker, $day), $identities->company($member->ticker)],
                    "{$member->ticker} on {$day}",
                );
            }
        }
    }

    public function test_the_list_of_a_company_with_one_ticker_on_two_exchanges_is_of_one_company(): void
    {
        $this->assertSame(2, Listing::query()->where('ticker', 'YCFI')->count());
        $this->assertSame($this->named('YCFI'), $this->named('XQTH:YCFI'));
        $this->assertSame('YCFI', $this->getJson('/api/v1/companies/XQTH:YCFI')->json('ticker'));
        $identity = $this->getJson('/api/v1/companies/YCFI/identity')->assertOk()->json();
        $this->assertSame(
            [['XQVE:YCFI', true, 'XCR'], ['XQTH:YCFI', false, 'XVN']],
            array_map(static fn (array $l): array => [$l['reference'], $l['main'], $l['currency']], $identity['securities'][0]['listings']),
        );
        // The price is that of the main listing.
        $this->assertSame(
            $identity['securities'][0]['listings'][0]['close'],
            $this->getJson('/api/v1/companies/XQTH:YCFI')->json('price.close'),
        );
        $early = $this->getJson('/api/v1/companies/YCFI/identity?as_of=2019-03-01')->assertOk()->json();
        $this->assertCount(1, $early['securities'][0]['listings'], 'a listing that begins later is not known');
    }
}
