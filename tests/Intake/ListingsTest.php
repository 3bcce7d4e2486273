<?php

declare(strict_types=1);

namespace Tests\Intake;

use App\Models\Listing;
use Illuminate\Foundation\Testing\DatabaseTransactions;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\DemoTestCase;

/**
 * Listings, classes of shares, identifiers and former values come in by files, and rows find the company their ticker meant on their day.
 */
final class ListingsTest extends DemoTestCase
{
    use DatabaseTransactions;

    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone());
    }

    /** @return array<string, mixed> */
    private function handIn(string $content, string $name = 'table.csv'): array
    {
        return $this->post(
            '/api/v1/imports',
            ['file' => UploadedFile::fake()->createWithContent($name, $content)],
            ['Accept' => 'application/json'],
        )
            ->assertCreated()
            ->json();
    }

    /** Stores a file, and holds the preview against what was done. */
    private function store(string $content, string $name = 'table.csv'): int
    {
        $import = $this->handIn($content, $name);
        $stored = $this->postJson("/api/v1/imports/{$import['id']}/store")
            ->assertOk()
            ->assertJsonPath('state', 'stored')
            ->json();
        $this->assertSame($import['preview']['counts'], $stored['preview']['counts'], 'the preview said what was done');

        return $import['id'];
    }

    /** @return list<array{string, int, ?int, bool}> ticker, from, to, main */
    private function listings(string $reference): array
    {
        return array_map(
            static fn (object $l): array => [
                $l->ticker,
                (int) $l->from_day,
                $l->to_day === null ? null : (int) $l->to_day,
                (bool) $l->main,
            ],
            DB::table('listings')
                ->join('securities', 'securities.id', '=', 'security_id')
                ->where('company_id', $this->companyId($reference))
                ->orderBy('from_day')
                ->orderBy('ticker')
                ->get(['ticker', 'from_day', 'to_day', 'listings.main'])
                ->all(),
        );
    }

    private function digest(): string
    {
        return md5(
            (string) json_encode(
                array_map(static fn (string $table): array => DB::table($table)->orderBy('id')->get()->all(), [
                    'listings',
                    'securities',
                    'identifiers',
                    'former_attributes',
                    'companies',
                ]),
            ),
        );
    }

    public function test_a_new_ticker_ends_the_one_before_and_undo_brings_it_back(): void
    {
        $before = $this->digest();
        $import = $this->handIn("Company,Exchange,Ticker,Listed from\nBRSW,XQTH,SALT,2026-03-02\n");
        $this->assertSame('listings', $import['mapping']['kind']);
        $this->assertSame($before, $this->digest(), 'a preview stores nothing');
        $this->assertSame(['new' => 1, 'changed' => 1, 'same' => 0, 'conflict' => 0, 'refused' => 0], $import['preview']['counts']);
        $id = $this->store("Company,Exchange,Ticker,Listed from\nBRSW,XQTH,SALT,2026-03-02\n");
        $this->assertSame([['BRSW', 0, 20260302, true], ['SALT', 20260302, null, true]], $this->listings('SALT'));
        $company = $this->getJson('/api/v1/companies/BRSW')->assertOk()->json();
        $this->assertSame(['SALT', 'SALT'], [$company['ticker'], $company['listed_as']]);
        $this->assertSame('BRSW', $this->getJson('/api/v1/companies/SALT?as_of=2026-02-27')->json('listed_as'));
        // Prices of a file that names the old ticker go on under the new one.
        $this->store("Ticker,Date,Close\nBRSW,2026-07-01,41.5\n", 'prices.csv');
        $this->assertSame(1, DB::table('bars')->where('listing_id', $this->listing('SALT')->id)->count());
        $this->deleteJson("/api/v1/imports/{$id}")
            ->assertStatus(422)
            ->assertJsonPath('detail', '"SALT" stays, because something is built on it (prices: 1)');
        $this->deleteJson('/api/v1/imports/'.DB::table('imports')->max('id'))->assertOk();
        $this->deleteJson("/api/v1/imports/{$id}")->assertOk();
        $this->assertSame($before, $this->digest());
        $this->assertSame('BRSW', $this->getJson('/api/v1/companies/BRSW')->json('ticker'));
    }

    public function test_a_second_class_comes_with_its_listing_its_identifier_its_prices_and_its_count(): void
    {
        $value = fn (): mixed => $this->getJson('/api/v1/companies/BRSW/working?metric=market_cap')->assertOk()->json('working');
        $before = $value()['value'];
        $this->store("Company,Exchange,Ticker,Since,Class,Rights,ISIN\nBRSW,XQTH,BRSWN,2015-01-01,Non-voting shares,0.5,XA00NV000001\n");
        $this->assertSame($before, $value()['value'], 'without a price it counts at the price of the main class');
        $import = $this->handIn(
            "Ticker,Date,Close\nBRSWN,2026-06-30,12.5\nXQTH:BRSWN,2026-06-29,12.25\nXA00NV000001,2026-06-26,12\n",
            'prices.csv',
        );
        $this->assertSame(3, $import['preview']['counts']['new'], (string) json_encode($import['preview']['refused']));
        $this->postJson("/api/v1/imports/{$import['id']}/store")->assertOk();
        $this->assertSame(
            [12.0, 12.25, 12.5],
            DB::table('bars')->where('listing_id', $this->listing('BRSWN')->id)->orderBy('day')->pluck('close')->map(floatval(...))->all(),
        );
        $this->assertSame('missing', $value()['state']);
        $this->assertStringContainsString('The share count of Non-voting shares was not reported', (string) json_encode($value()));
        $this->store(
            "Company,Kind,Segment or driver,Item,Period,Value,Unit,Filed on\nBRSW,class of ".
                "shares,NonVotingMember,shares_outstanding_period_end,2025,1000000,shares,2026-03-05\n",
            'counts.csv',
        );
        $price = (float) DB::table('bars')->where('listing_id', $this->listing('BRSW')->id)->where('day', self::TODAY)->value('close');
        $this->assertEqualsWithDelta($before - 500_000 * $price + 1_000_000 * 12.5, $value()['value'], 1e-3);
        $this->assertSame(
            [['scheme' => 'isin', 'value' => 'XA00NV000001']],
            $this->getJson('/api/v1/companies/BRSW/identity')->json('securities.1.identifiers'),
        );
        // A dividend and a split of the class are its own.
        $this->store("Ticker,Ex-date,Amount\nBRSWN,2026-06-15,0.4\n", 'dividends.csv');
        $this->store("Ticker,Ex-date,Ratio\nBRSWN,2026-06-30,2:1\n", 'splits.csv');
        $security = $this->listing('BRSWN')->security_id;
        $this->assertSame(
            [1, 1],
            [
                DB::table('dividends')->where('security_id', $security)->count(),
                DB::table('corporate_actions')->where('security_id', $security)->count(),
            ],
        );
        $this->assertEqualsWithDelta(
            $before - 1_000_000 * $price + 2_000_000 * 12.5,
            $value()['value'],
            1e-3,
            'a filing of before the split counts in old shares',
        );
    }

    public function test_rows_find_who_had_the_ticker_on_their_day(): void
    {
        $heir = Listing::query()->where('ticker', 'SKRW')->where('from_day', '>', 0)->firstOrFail();
        $old = Listing::query()->where('ticker', 'SKRW')->where('from_day', 0)->firstOrFail();
        $this->store(
            "Ticker,Date,Close\nSKRW,2016-01-04,5.5\nSKRW,2026-07-01,61.5\nSKCT,2016-01-05,5.6\nXQOS:SKRW@2018-01-01,2016-01-06,".
                "5.7\nXQOS:SKRW@2018-01-01,2026-07-01,9.5\n",
            'prices.csv',
        );
        $of = static fn (int $listing): array => DB::table('bars')
            ->where('listing_id', $listing)
            ->where(static fn ($q) => $q->where('day', '<', 20160601)->orWhere('day', '>', 20260630))
            ->orderBy('day')
            ->pluck('close', 'day')
            ->map(floatval(...))
            ->all();
        $this->assertSame([20160104 => 5.5, 20160105 => 5.6, 20160106 => 5.7], $of($old->id));
        $this->assertSame([20260701 => 61.5], $of($heir->id));
        $this->assertSame([20260701 => 9.5], $of($this->listing('SKCT')->id));
    }

    public function test_a_ticker_of_two_companies_is_refused_with_the_choices(): void
    {
        $shared = (string) DB::table('listings')
            ->groupBy('ticker')
            ->havingRaw('count(distinct exchange_id) > 1')
            ->where('main', true)
            ->where('ticker', '<>', 'YCFI')
            ->value('ticker');
        $import = $this->handIn("Ticker,Date,Close\n{$shared},2026-07-01,5\nXQOS:{$shared},2026-07-01,6\n", 'prices.csv');
        $this->assertSame(['new' => 1, 'changed' => 0, 'same' => 0, 'conflict' => 0, 'refused' => 1], $import['preview']['counts']);
        foreach (['Say which: XQ', "XQTH:{$shared}", "XQOS:{$shared}"] as $part) {
            $this->assertStringContainsString($part, $import['preview']['refused'][0]['reason']);
        }
        // A file that is named by it belongs to nobody yet.
        $this->assertNull($this->handIn("Date,Close\n2026-07-01,5\n", "{$shared}.csv")['mapping']['company']);
        $this->assertSame('BRSW', $this->handIn("Date,Close\n2026-07-01,5\n", 'BRSW.csv')['mapping']['company']);
    }

    public function test_a_secondary_listing_keeps_prices_of_its_own(): void
    {
        $abroad = Listing::query()->where('ticker', 'YCFI')->where('main', false)->firstOrFail();
        $home = Listing::query()->where('ticker', 'YCFI')->where('main', true)->firstOrFail();
        $this->store("Ticker,Date,Close\nXQTH:YCFI,2026-07-01,48\nXQVE:YCFI,2026-07-01,65\nYCFI,2026-07-02,66\n", 'prices.csv');
        $this->assertSame(
            [48.0],
            DB::table('bars')->where('listing_id', $abroad->id)->where('day', '>', self::TODAY)->pluck('close')->map(floatval(...))->all(),
        );
        $this->assertSame(
            [65.0, 66.0],
            DB::table('bars')
                ->where('listing_id', $home->id)
                ->where('day', '>', self::TODAY)
                ->orderBy('day')
                ->pluck('close')
                ->map(floatval(...))
                ->all(),
        );
        $this->store("Company,Exchange,Ticker,From\nBRSW,XQOS,BRSX,2020-01-01\n");
        $this->assertSame(
            [['BRSW', 0, null, true], ['BRSX', 20200101, null, false]],
            $this->listings('BRSW'),
            'another exchange is a second listing unless the file says otherwise',
        );
        $this->store("Company,Exchange,Ticker,From,Main\nULVL,XQOS,ULVX,2020-01-01,yes\n");
        $this->assertSame([['ULVL', 0, 20200101, true], ['ULVX', 20200101, null, true]], $this->listings('ULVX'));
    }

    /** @return iterable<string, array{string, string}> */
    public static function refusals(): iterable
    {
        yield 'another company has the ticker' => ["BRSW,XQTH,ULVL,2020-01-01,,,,\n", 'XQTH:ULVL belongs to Ulveray Lenses at that time'];
        yield 'an exchange nobody knows' => [
            "BRSW,XNYC,SALT,2020-01-01,,,,\n",
            'no exchange has the code "XNYC"; the exchanges are XQTH, XQOS, XQVE',
        ];
        yield 'no ticker' => ["BRSW,XQTH,SA LT,2020-01-01,,,,\n", '"SA LT" is no ticker'];
        yield 'no currency' => ["BRSW,XQTH,SALT,2020-01-01,,crowns,,\n", '"crowns" is no currency code'];
        yield 'an end before the beginning' => ["BRSW,XQTH,SALT,2020-01-01,2019-01-01,,,\n", 'not after it begins'];
        yield 'nobody knows the company' => ["NOBODY,XQTH,SALT,2020-01-01,,,,\n", 'No company is called "NOBODY"'];
        yield 'two main listings at once' => [
            "SKCT,XQOS,SALT,2017-01-01,,,,yes\n",
            'the share has XQOS:SKRW from the start as its main listing at that time',
        ];
        yield 'an identifier of another' => ["BRSW,XQTH,SALT,2020-01-01,,,ISIN-OF-ULVL,\n", 'is kept for another security'];
        yield 'neither yes nor no' => ["BRSW,XQTH,SALT,2020-01-01,,,,perhaps\n", '"perhaps" is neither yes nor no'];
    }

    #[DataProvider('refusals')]
    public function test_what_cannot_be_is_refused_with_the_reason(string $row, string $reason): void
    {
        $row = str_replace(
            'ISIN-OF-ULVL',
            (string) DB::table('identifiers')->where('security_id', $this->listing('ULVL')->security_id)->value('value'),
            $row,
        );
        $before = $this->digest();
        $import = $this->handIn("Company,Exchange,Ticker,From,To,Currency,ISIN,Main\n{$row}");
        $this->assertSame(1, $import['preview']['counts']['refused'], (string) json_encode($import['preview']));
        $this->assertStringContainsString($reason, $import['preview']['refused'][0]['reason']);
        $this->assertSame($before, $this->digest());
    }

    public function test_a_company_made_by_an_import_has_no_identifier_and_may_have_a_ticker_used_elsewhere(): void
    {
        $new = [
            'name' => 'Fennick Ropes',
            'ticker' => 'BRSW',
            'template' => 'industrial',
            'currency' => 'XCR',
            'year_end' => 12,
            'exchange' => 'XQOS',
        ];
        $import = $this->handIn("Line,2024,2025\nRevenue,100,120\nNet income,10,12\n", 'figures.csv');
        $mapping = [...$import['mapping'], 'new_company' => $new, 'company' => null, 'scale' => 1e6];
        $this->putJson("/api/v1/imports/{$import['id']}", $mapping)->assertOk();
        $this->postJson("/api/v1/imports/{$import['id']}/store")->assertOk();
        $this->getJson('/api/v1/companies/BRSW')->assertStatus(409)->assertJsonPath('choices.1.name', 'Fennick Ropes');
        $made = $this->getJson('/api/v1/companies/XQOS:BRSW')->assertOk()->json();
        $this->assertSame(['XQOS:BRSW', null], [$made['ticker'], $made['isin']]);
        $this->assertSame(
            0,
            DB::table('identifiers')
                ->where('security_id', DB::table('securities')->max('id'))
                ->count(),
            'no number was made up',
        );
        $again = $this->handIn("Line,2024,2025\nRevenue,100,120\nNet income,10,12\n", 'more.csv');
        $this->putJson("/api/v1/imports/{$again['id']}", [
            ...$again['mapping'],
            'new_company' => [...$new, 'name' => 'Another'],
            'company' => null,
        ])->assertStatus(422);
        $this->deleteJson("/api/v1/imports/{$import['id']}")->assertOk();
        $this->getJson('/api/v1/companies/BRSW')->assertOk();
        $this->assertSame(0, DB::table('listings')->where('ticker', 'BRSW')->where('exchange_id', 2)->count());
    }

    public function test_former_values_come_in_and_figures_of_former_currencies_with_them(): void
    {
        $before = $this->digest();
        $id = $this->store(
            "Company,What,Former value,Until\nBRSW,Name,Brannoch Fishery,2019-07-01\nBRSW,Reporting ".
                "currency,XVN,2019-07-01\nBRSW,Sector,03,2019-07-01\n",
        );
        $then = $this->getJson('/api/v1/companies/BRSW?as_of=2018-06-29')->assertOk()->json();
        $this->assertSame(
            ['Brannoch Fishery', 'XVN', 'Fishing and aquaculture'],
            [$then['name'], $then['reporting_currency'], $then['sector']],
        );
        $figures = "Company,Line,Period,Value,Filed on,Currency\n";
        $import = $this->handIn(
            $figures.
                "Brannoch Fishery,Goodwill,2014,100,2015-03-01,XVN\nBRSW,Goodwill,2013,200,2015-03-01,XCR\nBRSW,Goodwill,2012,300,".
                "2015-03-01,XYZ\nBRSW,Goodwill,2011,400,2020-03-01,XCR\n",
            'figures.csv',
        );
        $this->assertSame([2, 2], [$import['preview']['counts']['new'], $import['preview']['counts']['refused']]);
        $reasons = implode(' ', array_column($import['preview']['refused'], 'reason'));
        $this->assertStringContainsString('The figure is in XCR; reports filed on 2015-03-01 are in XVN', $reasons);
        $this->assertStringContainsString('is in XYZ', $reasons);
        foreach (
            [
                ["What,Former value,Until\n", "Colour,red,2020-01-01\n", 'is neither name'],
                ["What,Former value,Until\n", "Currency,nobles,2020-01-01\n", 'no currency code'],
                ["What,Former value,Until\n", "Sector,00,2020-01-01\n", 'no ISIC division'],
            ] as [$head, $row, $reason]
        ) {
            $refused = $this->handIn("Company,{$head}BRSW,{$row}");
            $this->assertStringContainsString(
                $reason,
                $refused['preview']['refused'][0]['reason'] ?? (string) json_encode($refused['preview']),
            );
        }
        $this->deleteJson("/api/v1/imports/{$id}")->assertOk();
        $this->assertSame($before, $this->digest());
    }

    public function test_figures_without_a_day_count_from_the_change_of_currency_on(): void
    {
        $this->store("Company,What,Former value,Until\nBRSW,Reporting currency,XVN,2019-07-01\n");
        $this->store(
            "Company,Line,Period,Value,Unit\nBRSW,Minority interest,2014,100,XCR\nBRSW,Minority interest,2022,120,XCR\n",
            'figures.csv',
        );
        $days = DB::table('facts')
            ->join('filings', 'filings.id', '=', 'filing_id')
            ->where('facts.company_id', $this->companyId('BRSW'))
            ->where('line', 'minority_interest')
            ->pluck('filed_on', 'facts.period')
            ->map(intval(...))
            ->all();
        $this->assertSame(
            [20140 => 20190701, 20220 => 20230331],
            $days,
            'an amount in the currency of now cannot have been reported before it',
        );
    }

    public function test_a_company_is_renamed_by_a_file_and_has_its_name_back_when_that_is_taken_back(): void
    {
        $before = $this->digest();
        $id = $this->store(
            "Company,What,Former value,Until,Now\nULVL,Name,Ulveray Lenses,2025-02-03,Ulveray Optics\nULVL,Sector,26,2025-02-03,2670\n",
        );
        $names = fn (string $day): array => [
            $this->getJson("/api/v1/companies/ULVL?as_of={$day}")->json('name'),
            $this->getJson("/api/v1/companies/ULVL/identity?as_of={$day}")->json('former_names.0.value'),
        ];
        $this->assertSame(['Ulveray Lenses', null], $names('2025-01-31'));
        $this->assertSame(['Ulveray Optics', 'Ulveray Lenses'], $names('2025-02-03'));
        // A row of a file finds it by either name.
        $this->store("Name,Date,Close\nUlveray Lenses,2026-07-01,160\nUlveray Optics,2026-07-02,161\n", 'prices.csv');
        $this->deleteJson('/api/v1/imports/'.DB::table('imports')->max('id'))->assertOk();
        foreach (
            [
                'ULVL,Name,X,2024-01-01,Y' => 'a later change, on 2025-02-03, is known',
                'BRSW,Name,X,2024-01-01,Ulveray Optics' => 'another company is called',
                'BRSW,Sector,10,2024-01-01,00' => 'no ISIC division',
            ] as $row => $reason
        ) {
            $this->assertStringContainsString(
                $reason,
                $this->handIn("Company,What,Former value,Until,Now\n{$row}\n")['preview']['refused'][0]['reason'] ?? '',
            );
        }
        $this->deleteJson("/api/v1/imports/{$id}")->assertOk();
        $this->assertSame($before, $this->digest());
    }

    public function test_a_share_without_a_main_listing_is_refused(): void
    {
        $import = $this->handIn("Company,Exchange,Ticker,From,Class,Main\nBRSW,XQTH,BRSC,2020-01-01,Class C,no\n");
        $this->assertStringContainsString('would have no main listing', $import['preview']['refused'][0]['reason']);
        $this->store("Company,Exchange,Ticker,From,Class,Main\nBRSW,XQTH,BRSC,2020-01-01,Class C,no\nBRSW,XQTH,BRSD,2020-01-01,Class D,\n");
        $this->assertSame(
            ['Class D'],
            DB::table('securities')->where('company_id', $this->companyId('BRSW'))->where('main', false)->pluck('name')->all(),
            'nothing is made for a row that is refused',
        );
    }
}
