<?php

declare(strict_types=1);

namespace Tests\Reference;

use App\Models\Change;
use App\Models\ColumnSet;
use App\Models\Company;
use App\Models\Exchange;
use App\Models\Role;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\DemoTestCase;

/** Every kind of reference data comes by files too: recognised, previewed, stored as a change with an author, and taken back with it. */
final class ReferenceFilesTest extends DemoTestCase
{
    private const TABLES = [
        'exchanges' => ['id'],
        'companies' => ['id'],
        'securities' => ['id'],
        'listings' => ['id'],
        'identifiers' => ['id'],
        'former_attributes' => ['id'],
        'economy_series' => ['name', 'day'],
        'index_members' => ['index_id', 'company_id', 'from_day'],
        'holidays' => ['exchange_id', 'day'],
    ];

    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone('Edith', Role::Editor));
    }

    private function digest(): string
    {
        $rows = [];
        foreach (self::TABLES as $table => $key) {
            $query = DB::table($table);
            array_map($query->orderBy(...), $key);
            $rows[$table] = $query->get()->all();
        }

        return md5((string) json_encode($rows));
    }

    /** @return array<string, mixed> */
    private function handIn(string $content): array
    {
        return $this->post(
            '/api/v1/imports',
            ['file' => UploadedFile::fake()->createWithContent('reference.csv', $content)],
            ['Accept' => 'application/json'],
        )
            ->assertCreated()
            ->json();
    }

    /**
     * @param  array<string, int>  $counts
     * @param  array<string, mixed>  $mapping
     */
    private function store(string $kind, string $content, array $counts, array $mapping = []): int
    {
        $before = $this->digest();
        $import = $this->handIn($content);
        $this->assertSame($kind, $import['mapping']['kind']);
        if ($mapping !== []) {
            $import = $this->putJson("/api/v1/imports/{$import['id']}", $mapping)
                ->assertOk()
                ->json();
        }
        $this->assertSame([], $import['preview']['refused'], (string) json_encode($import['preview']));
        $this->assertSame($counts, array_filter($import['preview']['counts']));
        $this->assertSame($before, $this->digest(), 'a preview stores nothing');
        $this->postJson("/api/v1/imports/{$import['id']}/store")->assertOk();
        $change = Change::query()->where('import_id', $import['id'])->first();
        if (array_keys($counts) !== ['same']) {
            $this->assertSame('Edith', $change->author->name ?? null);
            $this->deleteJson("/api/v1/changes/{$change->id}")
                ->assertStatus(422)
                ->assertJsonPath('detail', 'It came with the import of reference.csv. Take that back under Imports');
        }

        return $import['id'];
    }

    /** @return iterable<string, array{string, string, array<string, int>}> */
    public static function files(): iterable
    {
        yield 'exchanges' => [
            'exchanges',
            "Code,Name,Country,Currency,Index\nXQNW,Newmoor Exchange,QA,XQA,ALLSH\nXQTH,Tharnholm Exchange of Shares,XA,XCR,\n",
            ['new' => 1, 'changed' => 1],
        ];
        yield 'indices' => [
            'indices',
            "Index ticker;Name;Exchange\nIXNW;Newmoor index;XQTH\nALLSH;All shares of the archipelago;XQTH\n",
            ['new' => 1, 'changed' => 1],
        ];
        yield 'members' => [
            'members',
            "Index,Company,From,To\nIXVE,BRSW,2019-01-02,2020-01-02\nIXVE,BRSW,2021-01-04,\n",
            ['new' => 2],
        ];
        yield 'rates with signs' => [
            'rates',
            "Series,Date,Value\nTen-year government yield,2026-06-15,2.85%\nbill_rate,2026-06-15,0.4 %\nUSD,2026-06-15,1.25\n",
            ['new' => 3],
        ];
        yield 'holidays' => [
            'holidays',
            "Exchange,Closed on,Name\nXQTH,2026-12-25,Midwinter\nXQOS,2027-01-01,First day\n",
            ['new' => 2],
        ];
        yield 'companies' => [
            'companies',
            "Name,Ticker,Exchange,Country,ISIC,Kind of business,Year end,Reports in,Description\n".
            "Aldermoor Kilns,ALDK,XQTH,QA,23,industrial,30 June,XQA,Bricks and tiles.\n".
            "Brannoch Saltworks,BRSW,XQTH,,,,,,Salt since long ago.\n",
            ['new' => 1, 'changed' => 1],
        ];
    }

    /** @param  array<string, int>  $counts */
    #[DataProvider('files')]
    public function test_a_kind_of_file_is_recognised_stored_and_taken_back(
        string $kind,
        string $content,
        array $counts,
    ): void {
        $before = $this->digest();
        $import = $this->store($kind, $content, $counts);
        $this->assertNotSame($before, $after = $this->digest());
        // The same file says nothing new.
        $this->assertSame(['same' => array_sum($counts)], array_filter($this->handIn($content)['preview']['counts']));
        $this->assertSame($after, $this->digest());
        $this->deleteJson("/api/v1/imports/{$import}")->assertOk();
        $this->assertSame($before, $this->digest());
        $change = Change::query()->where('import_id', $import)->firstOrFail();
        $this->assertNotNull($change->undone_at);
        $this->assertSame('reference.csv', $this->getJson('/api/v1/changes')->json('data.0.import'));
    }

    public function test_what_a_file_says_is_what_is_known_then(): void
    {
        [$kind, $content, $counts] = self::files()->current();
        foreach (self::files() as [$kind, $content, $counts]) {
            $this->store($kind, $content, $counts);
        }
        $exchange = Exchange::query()->where('code', 'XQNW')->firstOrFail();
        $this->assertSame(['QA', 'XQA'], [$exchange->country, $exchange->currency]);
        $this->assertSame('All shares of the archipelago', $exchange->index?->name);
        $this->assertSame('Tharnholm Exchange of Shares', Exchange::query()->where('code', 'XQTH')->value('name'));
        $company = Company::query()->where('name', 'Aldermoor Kilns')->firstOrFail();
        $this->assertSame(
            ['QA', '23', 'industrial', 6, 'XQA', 'Bricks and tiles.'],
            [
                $company->country,
                $company->sector,
                $company->template->value,
                $company->fiscal_year_end_month,
                $company->reporting_currency,
                $company->description,
            ],
        );
        $this->assertSame(
            'Salt since long ago.',
            Company::query()->where('name', 'Brannoch Saltworks')->value('description'),
        );
        $rate = static fn (string $name): float => (float) DB::table('economy_series')
            ->where('name', $name)
            ->where('day', 20260615)
            ->value('value');
        $this->assertEqualsWithDelta(
            [0.0285, 0.004, 1.25],
            array_map($rate, ['risk_free_rate', 'bill_rate', 'exchange_rate:USD']),
            1e-15,
        );
        $this->assertSame(
            2,
            DB::table('index_members')
                ->where('company_id', $this->companyId('BRSW'))
                ->where('from_day', '>', 20190101)
                ->count(),
        );
    }

    public function test_figures_that_rest_on_it_are_computed_anew(): void
    {
        $this->getJson('/api/v1/companies/BRSW')->assertOk();
        $this->assertGreaterThan(0, ColumnSet::query()->count());
        $import = $this->store('rates', "Series,Date,Value\nrisk_free_rate,2026-06-15,9.25%\n", ['new' => 1]);
        $rate = fn (): float => $this->getJson('/api/v1/companies/BRSW/working?metric=risk_free_rate')->json(
            'working.value',
        );
        $this->assertSame([0, 0.0925], [ColumnSet::query()->where('as_of', '>=', 20260615)->count(), $rate()]);
        $this->deleteJson("/api/v1/imports/{$import}")->assertOk();
        $this->assertNotSame(0.0925, $rate());
    }

    public function test_yields_without_a_sign_are_per_cent_where_they_can_be_nothing_else_and_asked_about_otherwise(): void
    {
        $this->store('rates', "Series,Date,Value\nrisk_free_rate,2026-06-15,2.85\nrisk_free_rate,2026-06-16,0.95\n", [
            'new' => 2,
        ]);
        $this->assertSame(
            [20260615 => 0.0285, 20260616 => 0.0095],
            DB::table('economy_series')
                ->where('name', 'risk_free_rate')
                ->whereIn('day', [20260615, 20260616])
                ->pluck('value', 'day')
                ->map(floatval(...))
                ->all(),
        );
        $content = "Series,Date,Value\nbill_rate,2026-06-15,0.4\nbill_rate,2026-06-16,0.35\n";
        $import = $this->handIn($content);
        $this->assertStringContainsString('0.4 is read as 40.00 % a year', $import['preview']['doubts']['rates']);
        $this->postJson("/api/v1/imports/{$import['id']}/store")->assertStatus(422);
        $this->store('rates', $content, ['new' => 2], ['scale' => 0.01]);
        $this->assertSame(
            0.004,
            (float) DB::table('economy_series')->where('name', 'bill_rate')->where('day', 20260615)->value('value'),
        );
    }

    /** @return iterable<string, array{string, string}> */
    public static function refusals(): iterable
    {
        yield 'no code' => ["Code,Name,Country,Currency\nX,Newmoor,QA,XQA\n", '"X" is no code'];
        yield 'no country' => ["Code,Name,Country,Currency\nXQNW,Newmoor,Quay,XQA\n", '"QUAY" is no code'];
        yield 'no index' => ["Code,Name,Country,Currency,Index\nXQNW,Newmoor,QA,XQA,NONE\n", 'There is no index "NONE"'];
        yield 'an exchange nobody knows' => [
            "Index,Name,Exchange\nIXNW,Newmoor index,XQZZ\n",
            'There is no exchange "XQZZ"',
        ];
        yield 'an index of which nobody is' => ["Index,Company,From\nNONE,BRSW,2020-01-02\n", 'There is no index "NONE"'];
        yield 'twice a member' => ["Index,Company,From\nALLSH,BRSW,2020-01-02\n", 'It is a member of'];
        yield 'left before it joined' => [
            "Index,Company,From,To\nIXVE,BRSW,2020-01-02,2019-01-02\n",
            'not after it begins',
        ];
        yield 'no series' => ["Series,Date,Value\nmood,2026-06-15,2.85%\n", 'There is no series "mood"'];
        yield 'a rate that is none' => [
            "Series,Date,Value\nbill_rate,2026-06-15,285%\n",
            'the rate would be 2.85, more than 100 %',
        ];
        yield 'two rates of a day' => [
            "Series,Date,Value\nbill_rate,2026-06-15,1%\nbill_rate,2026-06-15,2%\n",
            'The file has 2026-06-15 twice, with 0.01 and 0.02',
        ];
        yield 'a day of trade' => ["Exchange,Closed on\nXQTH,2026-06-30\n", 'was open on 2026-06-30'];
        yield 'a company of nowhere' => [
            "Name,Sector,Kind of business,Year end\nAldermoor Kilns,23,industrial,6\n",
            'a ticker and an exchange are needed',
        ];
        yield 'no month' => ["Name,Ticker,Exchange,Year end\nAldermoor Kilns,ALDK,XQTH,13\n", '"13" is no month'];
        yield 'no kind of business' => [
            "Name,Ticker,Exchange,Kind of business\nAldermoor Kilns,ALDK,XQTH,circus\n",
            '"circus" is no kind of business. Write one of industrial, bank, insurer, property',
        ];
        yield 'no sector' => ["Name,Ticker,Exchange,Sector\nAldermoor Kilns,ALDK,XQTH,bricks\n", 'is no ISIC division'];
        yield 'another ticker of a known company' => [
            "Name,Ticker,Exchange,Year end\nBrannoch Saltworks,SALT,XQTH,12\n",
            '"Brannoch Saltworks" is known and not listed as SALT',
        ];
        yield 'no identifier of a known company' => [
            "Name,Ticker,Exchange,ISIN\nBrannoch Saltworks,BRSW,XQTH,QA0000000001\n",
            'is no ISIN',
        ];
        yield 'the identifier of another' => [
            "Name,Ticker,Exchange,ISIN\nBrannoch Saltworks,BRSW,XQTH,ISIN-OF-ULVL\n",
            'is kept for another security',
        ];
        yield 'no identifier' => ["Name,Ticker,Exchange,ISIN\nAldermoor Kilns,ALDK,XQTH,QA0000000001\n", 'is no ISIN'];
    }

    #[DataProvider('refusals')]
    public function test_what_cannot_be_is_refused_with_the_reason(string $content, string $reason): void
    {
        $other = (string) DB::table('identifiers')->where('security_id', $this->listing('ULVL')->security_id)->value('value');
        $import = $this->handIn(str_replace('ISIN-OF-ULVL', $other, $content));
        $this->assertSame(1, $import['preview']['counts']['refused'], (string) json_encode($import));
        $this->assertStringContainsString($reason, $import['preview']['refused'][0]['reason']);
    }

    public function test_a_refused_row_leaves_nothing_and_the_others_are_taken(): void
    {
        $import = $this->handIn(
            "Name,Ticker,Exchange,Year end,ISIN\nAldermoor Kilns,ALDK,XQTH,6,\nBad Number,BADN,XQTH,6,QA0000000001\n".
                "Aldermoor Kilns,ALDK,XQTH,6,\n",
        );
        $this->assertSame(['new' => 1, 'same' => 1, 'refused' => 1], array_filter($import['preview']['counts']));
        $this->postJson("/api/v1/imports/{$import['id']}/store")->assertOk();
        $this->assertSame(
            ['Aldermoor Kilns'],
            Company::query()
                ->whereIn('name', ['Aldermoor Kilns', 'Bad Number', 'Same Ticker'])
                ->pluck('name')
                ->all(),
        );
        $this->assertSame(0, DB::table('listings')->where('ticker', 'BADN')->count());
    }

    public function test_another_name_under_a_known_ticker_is_a_doubt(): void
    {
        $content = "Name,Ticker,Exchange,Year end\nBrannoch Salt and Soda,BRSW,XQTH,12\n";
        $import = $this->handIn($content);
        $this->assertStringContainsString(
            '"Brannoch Salt and Soda" is called "Brannoch Saltworks" here',
            $import['preview']['doubts']['names'],
        );
        $this->postJson("/api/v1/imports/{$import['id']}/store")->assertStatus(422);
        $this->store('companies', $content, ['changed' => 1], ['accept' => ['names']]);
        $this->assertSame('Brannoch Salt and Soda', Company::query()->whereKey($this->companyId('BRSW'))->value('name'));
    }

    public function test_a_change_since_a_day_keeps_what_was_before(): void
    {
        $this->store(
            'companies',
            "Name,Ticker,Exchange,Sector,Changed on\nBrannoch Salt and Soda,BRSW,XQTH,20,2024-05-01\n",
            ['changed' => 1],
        );
        $of = fn (string $day): array => $this->getJson("/api/v1/companies/BRSW/identity?as_of={$day}")->json();
        $this->assertSame('Brannoch Saltworks', $of('2024-04-30')['name']);
        $this->assertSame(
            ['Brannoch Salt and Soda', '20'],
            [$of('2024-05-01')['name'], Company::query()->find($this->companyId('BRSW'))?->sector],
        );
    }

    public function test_a_list_of_names_is_no_description_of_companies(): void
    {
        foreach (
            ["Ticker,Name\nBRSW,Brannoch Saltworks\n", "Ticker,Name,Remark\nBRSW,Brannoch Saltworks,cheap\n"] as $content
        ) {
            $this->assertSame('list', $this->handIn($content)['mapping']['kind']);
        }
        $this->assertSame(
            'prices',
            $this->handIn("Name,Date,Close\nBrannoch Saltworks,2026-07-01,41\n")['mapping']['kind'],
        );
        $this->assertSame(
            'dividends',
            $this->handIn("Ticker,Date,Rate,Currency\nBRSW,2026-06-15,0.4,XCR\n")['mapping']['kind'],
        );
    }

    /** @return iterable<string, array{string, list<string>, list<string>}> heading and a good row by kind */
    public static function rowsOfKinds(): iterable
    {
        $names = ['Name', 'Ticker', 'Exchange', 'ISIC', 'Kind of business', 'Year end', 'Reports in', 'ISIN', 'Changed on', 'Listed from'];
        yield 'exchanges' => ['exchanges', ['Code', 'Name', 'Country', 'Currency', 'Measured by'], ['XQZZ', 'Zed', 'XA', 'XCR', '']];
        yield 'indices' => ['indices', ['Index ticker', 'Name', 'Exchange'], ['IXZZ', 'Zed', 'XQTH']];
        yield 'members' => ['members', ['Index', 'Company', 'Member from', 'Member to'], ['IXVE', 'BRSW', '2026-01-02', '']];
        yield 'rates' => ['rates', ['Series', 'Date', 'Value'], ['bill_rate', '2026-06-29', '1%']];
        yield 'holidays' => ['holidays', ['Exchange', 'Closed on', 'Name'], ['XQTH', '2027-01-01', 'First day']];
        yield 'companies' => ['companies', $names, ['Zed Works', 'ZEDD', 'XQTH', '10', 'industrial', '12', 'XCR', '', '', '']];
    }

    /**
     * @param  list<string>  $head
     * @param  list<string>  $good
     */
    #[DataProvider('rowsOfKinds')]
    public function test_odd_cells_are_read_or_refused_and_what_is_stored_is_taken_back(string $kind, array $head, array $good): void
    {
        $odd = ['', '=1+1', '<img src=x onerror=1>', str_repeat('é', 300), '0', '-1', '1e999', '2026-13-45', '99991231', 'NULL', '🐟', '"'];
        $quoted = static fn (array $row): string => implode(
            ',',
            array_map(static fn (string $cell): string => '"'.str_replace('"', '""', $cell).'"', $row),
        );
        $rows = [$quoted($head), $quoted($good)];
        foreach (array_keys($head) as $column) {
            foreach ($odd as $cell) {
                $rows[] = $quoted(array_replace($good, [$column => $cell]));
            }
        }
        $before = $this->digest();
        $import = $this->handIn(implode("\n", $rows)."\n");
        $accept = ['kind' => $kind, 'accept' => array_keys($import['preview']['doubts'])];
        $read = $this->putJson("/api/v1/imports/{$import['id']}", $accept)->assertOk()->json('preview');
        $this->assertSame(count($rows) - 1, array_sum($read['counts']));
        $this->postJson("/api/v1/imports/{$import['id']}/store")->assertOk();
        $this->deleteJson("/api/v1/imports/{$import['id']}")->assertOk();
        $this->assertSame($before, $this->digest());
    }

    public function test_a_reader_previews_and_does_not_store(): void
    {
        $this->actingAs($this->someone('Rita', Role::Reader));
        $import = $this->handIn("Series,Date,Value\nrisk_free_rate,2026-06-15,9%\n");
        $this->postJson("/api/v1/imports/{$import['id']}/store")->assertForbidden();
        $this->assertSame(0, DB::table('economy_series')->where('day', 20260615)->where('value', 0.09)->count());
    }
}
