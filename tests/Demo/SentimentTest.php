<?php

declare(strict_types=1);

namespace Tests\Demo;

use App\Storage\ColumnStore;
use App\Storage\Identity\Identities;
use Illuminate\Support\Facades\DB;
use Logion\CrossSection\Mask;
use Logion\Identity\Reference;
use Logion\Metric\Catalogue;
use Tests\DemoTestCase;

/** Opinions, holdings, index members and funds of the demo are lifelike and hang together. */
final class SentimentTest extends DemoTestCase
{
    public function test_every_observed_name_is_observed(): void
    {
        $names = DB::table('observations')->distinct()->pluck('name')->sort()->values()->all();
        $expected = Catalogue::OBSERVED;
        sort($expected);
        $this->assertSame($expected, $names);
    }

    public function test_shares_held_and_sold_short_are_within_what_there_is(): void
    {
        $universe = $this->app->make(ColumnStore::class)->universe(self::TODAY) ?? $this->fail('The day has no columns.');
        $everyone = Mask::positions($universe->everyone());
        foreach (
            [
                'institutional_share' => [0.03, 1.0],
                'insider_share' => [0.001, 0.6],
                'free_float_share' => [0.3, 1.0],
                'short_interest_share' => [0.0, 0.9],
                'analyst_buy_share' => [0.0, 1.0],
                'target_price_upside' => [-0.5, 1.0],
            ] as $metric => [$low, $high]
        ) {
            $values = array_filter($universe->column($metric)->gather($everyone), static fn (float $x): bool => $x == $x);
            $this->assertGreaterThan(30, count($values), $metric);
            $this->assertGreaterThanOrEqual($low, min($values), $metric);
            $this->assertLessThanOrEqual($high, max($values), $metric);
        }
    }

    public function test_the_stories_can_be_found(): void
    {
        $universe = $this->app->make(ColumnStore::class)->universe(self::TODAY) ?? $this->fail('The day has no columns.');
        $top = static function (string $metric) use ($universe): string {
            [$positions] = $universe->peers()->inOrder($universe->catalogue->parse($metric), $universe->everyone());

            return $universe->attributeAt('ticker', $positions[count($positions) - 1]);
        };
        $this->assertSame('QSCW', $top('short_interest_share'));
        $this->assertSame('GRME', $top('insider_net_buying'));
    }

    public function test_an_analyst_less_company_has_no_opinions_and_the_next_report_lies_ahead(): void
    {
        $without = $this->companyId('EBLP');
        $this->assertSame(
            0,
            DB::table('observations')
                ->where('company_id', $without)
                ->whereIn('name', ['analysts_buy', 'target_price_mean'])
                ->count(),
        );
        foreach (DB::table('observations')->where('name', 'next_report_date')->limit(400)->get() as $row) {
            $this->assertGreaterThan($row->day, $row->value);
        }
    }

    public function test_indices_have_members_while_these_trade(): void
    {
        $all = $this->listing('ALLSH')->security_id;
        $this->assertSame(self::COMPANIES, DB::table('index_members')->where('index_id', $all)->count());
        $gone = DB::table('index_members')->where('index_id', $all)->whereNotNull('to_day')->pluck('to_day')->sort()->values()->all();
        // Who left the exchange left the index on that day; one left it without leaving the exchange.
        $ended = DB::table('listings')
            ->join('securities', 'securities.id', '=', 'security_id')
            ->where('securities.main', true)
            ->whereNotNull('to_day')
            ->where('ended_because', 'not like', '%ticker%')
            ->pluck('to_day')
            ->push(20220919)
            ->sort()
            ->values()
            ->all();
        $this->assertSame($ended, $gone);
        $this->assertContains(20210330, $gone);
        $this->assertContains(20241115, $gone);
        foreach (
            DB::table('index_members as m')
                ->join('listings as i', 'i.security_id', '=', 'm.index_id')
                ->join('companies as c', 'c.id', '=', 'm.company_id')
                ->where('i.ticker', 'IXOS')
                ->pluck('c.country') as $country
        ) {
            $this->assertSame('XB', $country);
        }
    }

    public function test_a_fund_follows_its_index_less_its_cost(): void
    {
        $levels = fn (string $ticker): array => DB::table('bars')
            ->where('listing_id', $this->listing($ticker)->id)
            ->orderBy('day')
            ->pluck('close')
            ->all();
        [$index, $fund] = [$levels('ALLSH'), $levels('FALLS')];
        $this->assertCount(count($index), $fund);
        $years = count($index) / 252;
        $this->assertEqualsWithDelta((end($index) / $index[0]) * (1 - 0.0016) ** $years, end($fund) / $fund[0], 0.002);
    }

    public function test_a_set_of_columns_keeps_names_and_words_of_every_company(): void
    {
        $universe = $this->app->make(ColumnStore::class)->universe(self::TODAY) ?? $this->fail('The day has no columns.');
        $rows = DB::table('companies as c')
            ->join('securities as s', 's.company_id', '=', 'c.id')
            ->join('listings as l', 'l.security_id', '=', 's.id')
            ->where('s.main', true)
            ->where('l.main', true)
            ->whereNull('l.to_day')
            ->get(['c.id', 'l.ticker', 'c.name', 'c.sector', 's.kind', 'c.reporting_currency'])
            ->keyBy('id');
        $this->assertGreaterThan(35, $universe->size());
        foreach ($universe->ids() as $position => $id) {
            $row = $rows[$id];
            $reference = Reference::read($universe->attributeAt('ticker', $position));
            $this->assertSame(
                [$row->ticker, $row->ticker],
                [$reference?->ticker, Reference::read($this->app->make(Identities::class)->references([$id])[$id])?->ticker],
            );
            $this->assertSame(
                [$row->name, $row->sector, $row->kind, $row->reporting_currency],
                array_map(static fn (string $of): string => $universe->attributeAt($of, $position), ['name', 'sector', 'kind', 'currency']),
            );
        }
        $this->assertSame(
            $universe->attribute('ticker'),
            array_map(static fn (int $p): string => $universe->attributeAt('ticker', $p), $universe->positions()),
        );
        [$positions, $values] = $universe->peers()->inOrder($universe->catalogue->parse('market_cap'), $universe->everyone());
        $sorted = $values;
        sort($sorted);
        $this->assertSame($sorted, $values);
        $this->assertSame($values, $universe->column('market_cap')->gather($positions));
    }
}
