<?php

declare(strict_types=1);

namespace Tests\Reference;

use App\Models\Change;
use App\Models\Exchange;
use App\Models\Role;
use App\Storage\CompanyReader;
use App\Storage\Identity\Indices;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Tests\DemoTestCase;

/** Two exchanges, or two indices, that are the same become one with what both had, and two again when that is taken back. */
final class ExchangeMergeTest extends DemoTestCase
{
    private const TABLES = ['exchanges', 'securities', 'listings', 'holidays', 'index_members', 'identifiers', 'dividends'];

    private Exchange $other;

    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone('Edith', Role::Editor));
        // Files that called the Ostrelay Bourse by another code made a second one of it.
        $made = ['code' => 'OSTB', 'name' => 'Bourse of Ostrelay', 'country' => 'XB', 'currency' => 'XCR'];
        $this->other = Exchange::query()->findOrFail($this->postJson('/api/v1/exchanges', $made)->assertCreated()->json('id'));
        $this->company('NEWCO', 'OSTB');
    }

    private function company(string $ticker, string $exchange): void
    {
        $this->postJson('/api/v1/companies', [
            'name' => "Works {$ticker} {$exchange}",
            'exchange' => $exchange,
            'ticker' => $ticker,
            'template' => 'industrial',
            'reporting_currency' => 'XCR',
            'fiscal_year_end_month' => 12,
        ])->assertCreated();
    }

    private function index(string $ticker): int
    {
        return (int) $this->listing($ticker)->security_id;
    }

    /** A company listed on the Ostrelay Bourse and in its index today. */
    private function ofBourse(): string
    {
        return (string) DB::table('listings')
            ->join('exchanges', 'exchanges.id', '=', 'exchange_id')
            ->join('securities', 'securities.id', '=', 'security_id')
            ->join('index_members', 'index_members.company_id', '=', 'securities.company_id')
            ->where('code', 'XQOS')
            ->where('index_members.index_id', $this->index('IXOS'))
            ->whereNull('index_members.to_day')
            ->whereNull('listings.to_day')
            ->orderBy('listings.id')
            ->value('ticker');
    }

    private function newIndex(string $ticker): int
    {
        return (int) $this->postJson('/api/v1/indices', [
            'exchange' => 'OSTB',
            'ticker' => $ticker,
            'name' => 'Shares of Ostrelay',
        ])
            ->assertCreated()
            ->json('id');
    }

    private function import(string $content): void
    {
        $file = UploadedFile::fake()->createWithContent('table.csv', $content);
        $id = $this->post('/api/v1/imports', ['file' => $file], ['Accept' => 'application/json'])
            ->assertCreated()
            ->json('id');
        $this->postJson("/api/v1/imports/{$id}/store")->assertOk();
    }

    /** @return array<string, list<mixed>> */
    private function everything(): array
    {
        $rows = [];
        foreach (self::TABLES as $table) {
            $rows[$table] = DB::table($table)
                ->get()
                ->map(static fn (object $row): string => (string) json_encode($row))
                ->sort()
                ->values()
                ->all();
        }

        return $rows;
    }

    private function undo(): void
    {
        $this->deleteJson('/api/v1/changes/'.Change::query()->whereNull('undone_at')->max('id'))->assertOk();
    }

    public function test_what_is_listed_on_the_one_is_listed_on_the_other_until_it_is_taken_back(): void
    {
        $days = ['days' => [['day' => '2027-02-03', 'name' => 'Lantern day'], ['day' => '2027-03-01', 'name' => '']]];
        $this->putJson("/api/v1/exchanges/{$this->other->id}/holidays", $days)->assertOk();
        $kept = Exchange::query()->where('code', 'XQOS')->sole();
        $this->putJson("/api/v1/exchanges/{$kept->id}/holidays", ['days' => [$days['days'][0]]])->assertOk();
        $before = $this->everything();
        $this->postJson("/api/v1/exchanges/{$this->other->id}/merge", ['into' => 'xqos'])->assertNoContent();

        $this->assertSame(0, Exchange::query()->where('code', 'OSTB')->count());
        $this->getJson('/api/v1/companies/XQOS:NEWCO')->assertOk();
        $this->getJson('/api/v1/companies/OSTB:NEWCO')->assertNotFound();
        $closed = $this->getJson("/api/v1/exchanges/{$kept->id}/holidays")
            ->assertOk()
            ->json('days');
        $this->assertSame(['2027-03-01', '2027-02-03'], array_slice(array_column($closed, 'day'), 0, 2));
        $this->assertContains('2026-03-17', array_column($closed, 'day'), 'what it kept itself stays');

        $this->undo();
        $this->assertSame($before, $this->everything());
        $this->getJson('/api/v1/companies/OSTB:NEWCO')->assertOk();
    }

    public function test_an_exchange_without_an_index_takes_that_of_the_one_merged_into_it(): void
    {
        $kept = Exchange::query()->where('code', 'XQOS')->sole();
        $index = $kept->index_id;
        $share = $this->ofBourse();
        $this->postJson("/api/v1/exchanges/{$kept->id}/merge", ['into' => 'OSTB'])->assertNoContent();
        $this->assertSame($index, $this->other->refresh()->index_id);
        $this->getJson("/api/v1/companies/OSTB:{$share}")->assertOk();
        $this->undo();
        $this->assertNull($this->other->refresh()->index_id);
        $this->assertSame($index, Exchange::query()->where('code', 'XQOS')->value('index_id'));
    }

    public function test_exchanges_that_differ_or_list_the_same_ticker_stay_two(): void
    {
        $this->company($this->ofBourse(), 'OSTB');
        $before = $this->everything();
        $merge = fn (string $into): string => (string) $this->postJson("/api/v1/exchanges/{$this->other->id}/merge", [
            'into' => $into,
        ])
            ->assertUnprocessable()
            ->json('detail');
        $this->assertStringContainsString(
            "OSTB and XQOS both list {$this->ofBourse()} on the same days. Merge these companies first",
            $merge('XQOS'),
        );
        $this->assertStringContainsString('An exchange is not merged with itself', $merge('OSTB'));
        $this->assertStringContainsString('There is no exchange "NONE"', $merge('NONE'));
        $this->putJson("/api/v1/exchanges/{$this->other->id}", ['currency' => 'XVN'])->assertOk();
        $this->assertStringContainsString('OSTB trades in XVN and XQOS in XCR', $merge('XQOS'));
        $this->undo();
        $this->assertSame($before, $this->everything());
    }

    public function test_members_and_exchanges_of_the_one_index_are_of_the_other_and_its_ticker_means_it(): void
    {
        $gone = $this->newIndex('OSTI');
        $kept = $this->index('IXOS');
        $this->assertSame($gone, $this->other->refresh()->index_id);
        foreach (['2026-01-02', null] as $i => $to) {
            $this->putJson("/api/v1/indices/{$gone}/members", [
                'ticker' => [$this->ofBourse(), 'NEWCO'][$i],
                'from' => '2025-01-02',
                'to' => $to,
            ])->assertOk();
        }
        $this->import("Ticker,Date,Close\nOSTI,2026-06-26,500\nOSTI,2026-06-29,510\n");
        $levels = app(CompanyReader::class)->index('XQOS')?->closes;
        $before = $this->everything();
        $members = DB::table('index_members')->where('index_id', $kept)->count();

        $this->postJson("/api/v1/indices/{$gone}/merge", ['into' => 'ixos'])->assertNoContent();
        $this->assertSame($kept, $this->other->refresh()->index_id);
        // The first was a member of it on those days already; NEWCO was not.
        $this->assertSame($members + 1, DB::table('index_members')->where('index_id', $kept)->count());
        app()->forgetScopedInstances();
        $this->assertSame($levels, app(CompanyReader::class)->index('XQOS')?->closes);
        $this->assertSame('IXOS', app(Indices::class)->all()[$kept]);
        $this->assertFalse((bool) $this->listing('OSTI')->main);
        $this->assertSame($kept, app(Indices::class)->find('OSTI'));

        $this->undo();
        $this->assertSame($before, $this->everything());
        $this->postJson("/api/v1/indices/{$gone}/merge", ['into' => 'OSTI'])
            ->assertUnprocessable()
            ->assertJsonPath('detail', 'An index is not merged with itself');
        $this->postJson("/api/v1/indices/{$gone}/merge", ['into' => 'NONE'])->assertUnprocessable();
    }

    public function test_an_index_without_levels_takes_those_of_the_one_merged_into_it(): void
    {
        $kept = $this->newIndex('OSTI');
        $gone = $this->index('IXOS');
        $levels = app(CompanyReader::class)->index('XQOS')?->closes;
        $this->assertNotNull($levels);
        $this->assertSame(0, Artisan::call('logion:index', ['exchange' => 'XQOS', 'ticker' => 'IXOS', '--merge-into' => 'osti']));
        app()->forgetScopedInstances();
        $this->assertSame($levels, app(CompanyReader::class)->index('OSTB')?->closes);
        $this->assertSame($kept, Exchange::query()->where('code', 'XQOS')->value('index_id'));
        $this->assertSame(0, Artisan::call('logion:exchange', ['code' => 'OSTB', '--merge-into' => 'XQOS']));
        $this->assertSame(0, Exchange::query()->where('code', 'OSTB')->count());
        $this->assertSame(1, Artisan::call('logion:exchange', ['code' => 'OSTB', '--merge-into' => 'XQOS']));
        $this->assertStringContainsString('There is no exchange OSTB', Artisan::output());
    }
}
