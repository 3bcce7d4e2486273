<?php

declare(strict_types=1);

namespace Tests\Api;

use Illuminate\Support\Facades\DB;
use Tests\DemoTestCase;

/** What happened to a company, in one line of time. */
final class TimelineTest extends DemoTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone());
    }

    public function test_all_kinds_stand_in_one_order_and_nothing_later_is_known(): void
    {
        foreach ([[null, '2026-06-30'], ['2024-03-28', '2024-03-28']] as [$day, $until]) {
            $items = $this->items('GRME', '', $day);
            $this->assertGreaterThan(60, count($items));
            $keys = array_map(static fn (array $of): string => $of['day'].sprintf('%04d', $of['minute'] ?? 0), $items);
            $sorted = $keys;
            rsort($sorted);
            $this->assertSame($sorted, $keys);
            $this->assertLessThanOrEqual($until, $items[0]['day']);
            $this->assertSame([], array_diff(['report', 'news', 'broker', 'insider', 'dividend'], array_column($items, 'kind')));
        }
    }

    public function test_each_kind_is_what_its_rows_say(): void
    {
        $id = $this->companyId('ULVL');
        $this->assertSame(
            [['2023-08-15', 'Split 10 for 1']],
            array_map(static fn (array $of): array => [$of['day'], $of['title']], $this->items('ULVL', 'shares')),
        );
        $this->assertCount(
            min(200, DB::table('filings')->where('company_id', $id)->count()),
            $this->items('ULVL', 'report'),
        );
        $paid = DB::table('dividends')->where('security_id', $id)->orderByDesc('ex_date')->first();
        $first = $this->items('ULVL', 'dividend')[0];
        $this->assertStringContainsString((string) (float) $paid->amount, $first['title']);
        $bought = $this->items('GRME', 'insider')[0];
        $trade = DB::table('insider_trades')->where('company_id', $this->companyId('GRME'))->orderByDesc('day')->first();
        $this->assertStringContainsString($trade->insider.' '.($trade->shares > 0 ? 'bought' : 'sold'), $bought['title']);
        $ticker = DB::table('corporate_actions')
            ->join('listings', 'listings.id', '=', 'corporate_actions.security_id')
            ->where('corporate_actions.kind', 'rights')
            ->orderBy('listings.id')
            ->value('ticker');
        $this->assertContains('Rights to new shares go off', array_column($this->items((string) $ticker, 'shares'), 'title'));
    }

    public function test_what_the_reader_wrote_and_decided_is_theirs_alone_and_of_its_day(): void
    {
        $this->postJson('/api/v1/companies/GRME/notes', ['figure' => 'net_margin', 'body' => 'Too good to last?'])->assertCreated();
        $this->postJson('/api/v1/decisions', [
            'ticker' => 'GRME',
            'verdict' => 'watch',
            'thesis' => 'Wait for the next report',
            'disproof' => 'Margins fall',
            'value_per_share' => 50,
            'margin_of_safety' => 0.2,
        ])->assertCreated();
        $own = $this->items('GRME', 'note,decision');
        $this->assertSame(['note', 'decision'], array_column($own, 'kind'));
        $this->assertSame(
            ['2026-06-30', null, 'Own note on net_margin', 'Too good to last?'],
            [$own[0]['day'], $own[0]['minute'], $own[0]['title'], $own[0]['text']],
            'of the day the data had come to',
        );
        $this->assertSame([], $this->items('GRME', 'note,decision', '2026-06-29'), 'written later');
        $this->assertSame([], $this->items('BRSW', 'note,decision'));
        $this->actingAs($this->someone('Other'));
        $this->assertSame([], $this->items('GRME', 'note,decision'));
    }

    public function test_a_kind_that_is_none_is_refused_by_name(): void
    {
        $this->getJson('/api/v1/companies/BRSW/timeline?kinds=report,gossip')->assertStatus(422);
        $this->assertSame([], $this->items('EBLP', 'broker'));
    }

    /** @return list<array<string, mixed>> */
    private function items(string $ticker, string $kinds = '', ?string $day = null): array
    {
        return $this->getJson("/api/v1/companies/{$ticker}/timeline?kinds={$kinds}".($day === null ? '' : "&as_of={$day}"))
            ->assertOk()
            ->json('items');
    }
}
