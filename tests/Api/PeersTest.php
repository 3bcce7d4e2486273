<?php

declare(strict_types=1);

namespace Tests\Api;

use App\Http\RequestContexts;
use App\Models\PeerGroup;
use Illuminate\Support\Facades\DB;
use Logion\Statistics\Descriptive;
use Tests\DemoTestCase;

/** Whom a company is compared with, and what follows from them. */
final class PeersTest extends DemoTestCase
{
    private const SUBJECT = 'BRSW';

    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone());
    }

    public function test_nobody_chose_so_the_closest_are_told_and_not_called_chosen(): void
    {
        $group = $this->told('peers');
        $this->assertFalse($group['chosen']);
        $this->assertNull($group['version']);
        $this->assertCount(5, $group['peers']);
        $closest = array_slice($this->told('peer-proposals')['proposals'], 0, 5);
        $this->assertSame(array_column($closest, 'ticker'), array_column($group['peers'], 'ticker'));
        $this->assertNotContains(self::SUBJECT, array_column($group['peers'], 'ticker'));
        $this->assertSame(0, PeerGroup::query()->count(), 'to look keeps nothing');
    }

    public function test_a_choice_is_kept_with_reasons_and_versions_and_is_of_who_chose_alone(): void
    {
        [$a, $b, $c] = $this->industrials(3);
        $kept = $this->choose([[$a, true, null], [$b, true, ' sells the same '], [$c, false, 'a luxury house']]);
        $this->assertSame([$a, $b, $c], array_column($kept['peers'], 'ticker'));
        $this->assertSame([null, 'sells the same', 'a luxury house'], array_column($kept['peers'], 'reason'));
        $this->assertSame([true, true, false], array_column($kept['peers'], 'in'));
        $this->assertSame([1, true], [$kept['version'], $kept['chosen']]);
        $again = $this->choose([[$a, true, null]]);
        $this->assertSame([2, 1], array_column($again['versions'], 'version'));
        $this->assertSame(['ticker' => $c, 'in' => false, 'reason' => 'a luxury house'], $again['versions'][1]['peers'][2]);
        $this->assertStringContainsString('no group', (string) $again['advice']);

        $this->actingAs($ben = $this->someone('Ben'));
        $this->assertFalse($this->told('peers')['chosen']);
        $proposals = $this->told('peer-proposals?source=analyst');
        $this->assertSame(['Ada'], array_column($proposals['sources']['analyst'], 'name'));
        $of = $proposals['sources']['analyst'][0]['key'];
        $this->assertSame([$a], array_column($this->told("peer-proposals?source=analyst&of={$of}")['proposals'], 'ticker'));
        $this->assertSame([], $this->told("peer-proposals?source=analyst&of={$ben->id}")['proposals'], 'one does not propose to oneself');
    }

    public function test_a_link_brings_its_peers_along_and_changes_nothing_of_who_opens_it(): void
    {
        [$a, $b, $c, $d] = $this->industrials(4);
        $first = $this->choose([[$a, true, 'sells the same'], [$b, false, 'a luxury house']])['link'];
        $this->choose([[$c, true, null]]);

        $this->actingAs($ben = $this->someone('Ben'));
        $closest = $this->told('peers');
        $this->assertNull($closest['linked']);
        $own = $this->choose([[$d, true, null]]);
        $this->assertNull($own['linked']);
        $this->link($first);
        $linked = $this->told('peers');
        $this->assertSame(['Ada', true, 1, [$a, $b]], [
            $linked['linked'],
            $linked['chosen'],
            $linked['version'],
            array_column($linked['peers'], 'ticker'),
        ]);
        $this->assertSame(['sells the same', 'a luxury house'], array_column($linked['peers'], 'reason'));
        $this->assertSame([self::SUBJECT, $a, $b], array_column($this->told('peer-table')['rows'], 'ticker'));
        $this->assertSame([$a], array_column($this->told('bottom-up-beta')['companies'], 'ticker'), 'betas of others follow');
        $this->link($closest['link']);
        $this->assertSame(array_column($closest['peers'], 'ticker'), array_column($this->told('peers')['peers'], 'ticker'));

        // Another company has its own, and so has what is kept.
        $this->assertNull($this->getJson("/api/v1/companies/{$d}/peers")->assertOk()->json('linked'));
        $this->link($first);
        $kept = $this->choose([[$c, false, 'why not']]);
        $this->assertSame([null, 2, [$c]], [$kept['linked'], $kept['version'], array_column($kept['peers'], 'ticker')]);
        $this->assertSame(2, PeerGroup::query()->where('user_id', $ben->id)->count());

        // A file is fetched by its address alone.
        $this->flushHeaders();
        $file = $this->get('/api/v1/companies/'.self::SUBJECT."/peer-table/file?peers={$first}")->assertOk()->streamedContent();
        $this->assertStringContainsString($a, $file);
        $this->assertStringNotContainsString("{$d},", $file);
    }

    public function test_a_link_that_was_guessed_or_whose_peers_are_gone_says_so(): void
    {
        $link = $this->choose([[$this->industrials(1)[0], true, null]])['link'];
        [$id] = explode('-', $link);
        foreach ([$id, "{$id}-0", "{$id}-".str_repeat('0', 20), '99999999999999999999-1'] as $guessed) {
            $this->link($guessed);
            $this->getJson('/api/v1/companies/'.self::SUBJECT.'/peers')
                ->assertNotFound()
                ->assertJsonPath('detail', fn (string $of): bool => str_contains($of, 'not kept any more'));
        }
        foreach (['closest', 'closest-', 'closest-0', 'x', "\u{202e}"] as $odd) {
            $this->link($odd);
            $this->assertNull($this->told('peers')['linked'], 'what is no link changes nothing');
        }
        $this->link($link);
        PeerGroup::query()->delete();
        $this->getJson('/api/v1/companies/'.self::SUBJECT.'/peers')->assertNotFound();
    }

    public function test_each_member_tells_what_the_median_would_be_without_it(): void
    {
        $tickers = $this->industrials(4);
        $group = $this->choose([
            [$tickers[0], true, null],
            [$tickers[1], true, null],
            [$tickers[2], true, null],
            [$tickers[3], false, null],
        ]);
        $values = array_column($group['peers'], 'value');
        $this->assertSame(Descriptive::median(array_slice($values, 0, 3)), $group['median']);
        $this->assertSame(Descriptive::median([$values[1], $values[2]]), $group['peers'][0]['other_median']);
        $this->assertSame(Descriptive::median($values), $group['peers'][3]['other_median']);
        $other = $this->told('peers?figure=operating_margin');
        $this->assertSame('percent', $other['figure']['unit']);
        $this->assertNotSame($values, array_column($other['peers'], 'value'));
    }

    public function test_proposals_come_with_their_parts_and_weights_move_them(): void
    {
        $usual = $this->told('peer-proposals');
        $first = $usual['proposals'][0];
        $weights = array_column($usual['weights'], 'weight', 'key');
        $sum = $known = 0.0;
        foreach ($first['parts'] as $part) {
            if ($part['closeness'] !== null) {
                $sum += $weights[$part['key']] * $part['closeness'];
                $known += $weights[$part['key']];
            }
        }
        $this->assertEqualsWithDelta($sum / $known, $first['closeness'], 1e-12);
        $this->assertEqualsWithDelta($known / array_sum($weights), $first['known'], 1e-12);
        $only = http_build_query(['weights' => [...array_fill_keys(array_keys($weights), 0), 'size' => 1]]);
        $sizes = $this->told("peer-proposals?{$only}");
        $at = array_search('size', array_column($sizes['weights'], 'key'), true);
        $this->assertSame(
            array_column(array_column(array_column($sizes['proposals'], 'parts'), $at), 'closeness'),
            array_column($sizes['proposals'], 'closeness'),
        );
        $own = $sizes['weights'][$at]['own'];
        $value = $sizes['proposals'][0]['parts'][$at]['value'];
        $this->assertEqualsWithDelta(1 - abs(log10($value / $own)), $sizes['proposals'][0]['closeness'], 1e-9);
    }

    public function test_proposals_from_other_places(): void
    {
        $index = $this->told('peer-proposals?source=index')['sources']['index'];
        $this->assertNotSame([], $index);
        $of = $this->told('peer-proposals?source=index&of='.$index[0]['key'])['proposals'];
        $this->assertNotSame([], $of);
        [$a, $b] = $this->industrials(2);
        $named = $this->told("peer-proposals?source=named&of={$b},{$a},NOSUCH");
        $this->assertEqualsCanonicalizing([$a, $b], array_column($named['proposals'], 'ticker'));
        $industry = $this->told('peer-proposals?source=industry')['proposals'];
        $sector = DB::table('companies')->where('id', $this->companyId(self::SUBJECT))->value('sector');
        foreach (array_column($industry, 'ticker') as $ticker) {
            $this->assertSame($sector, DB::table('companies')->where('id', $this->companyId($ticker))->value('sector'));
        }
        $this->getJson('/api/v1/companies/BRSW/peer-proposals?source=index&of=NOSUCH')->assertUnprocessable();
        $this->getJson('/api/v1/companies/BRSW/peer-proposals?source=list&of=999')->assertUnprocessable();
        $this->getJson('/api/v1/companies/BRSW/peer-proposals?source=elsewhere')->assertUnprocessable();
        $this->getJson('/api/v1/companies/BRSW/peer-proposals?weights[size]=-1')->assertUnprocessable();
        $this->getJson('/api/v1/companies/BRSW/peer-proposals?weights[colour]=1')->assertUnprocessable();
    }

    public function test_what_cannot_be_a_peer_is_refused_by_name_and_keeps_what_was(): void
    {
        [$a] = $this->industrials(1);
        $this->choose([[$a, true, null]]);
        $put = fn (array $peers) => $this->putJson('/api/v1/companies/BRSW/peers', ['peers' => $peers]);
        $put([['ticker' => self::SUBJECT, 'in' => true]])
            ->assertUnprocessable()
            ->assertJsonPath('errors', [
                'peers.0.ticker' => ['A company is no peer of itself.'],
            ]);
        $put([['ticker' => $a, 'in' => true], ['ticker' => $a, 'in' => false]])
            ->assertUnprocessable()
            ->assertJsonPath('errors', ['peers.1.ticker' => ["{$a} is named twice."]]);
        $put([['ticker' => 'NOSUCH', 'in' => true]])->assertUnprocessable();
        $put([['ticker' => $a]])->assertUnprocessable();
        $this->putJson('/api/v1/companies/BRSW/peers', [])->assertUnprocessable();
        $put(array_fill(0, 51, ['ticker' => $a, 'in' => true]))->assertUnprocessable();
        $this->assertSame([$a], array_column($this->told('peers')['peers'], 'ticker'));
        $this->assertSame(1, $this->told('peers')['version']);
    }

    public function test_the_table_has_the_subject_first_and_is_no_part_of_its_lines(): void
    {
        $tickers = $this->industrials(4);
        $this->choose([[$tickers[0], true, null], [$tickers[1], true, null], [$tickers[2], true, null], [$tickers[3], false, 'no']]);
        $table = $this->told('peer-table');
        $this->assertSame([self::SUBJECT, ...$tickers], array_column($table['rows'], 'ticker'));
        $this->assertSame([true, false, false, false, false], array_column($table['rows'], 'subject'));
        $multiple = array_column($table['columns'], null, 'key')['price_to_earnings'];
        $in = array_column(array_slice($multiple['figures'], 1, 3), 'value');
        $this->assertSame(Descriptive::median($in), $multiple['lines']['median']);
        $this->assertEqualsWithDelta(Descriptive::harmonicMean($in), $multiple['lines']['harmonic_mean'], 1e-12);
        $this->assertSame([min($in), max($in)], [$multiple['lines']['low'], $multiple['lines']['high']]);
        $caps = array_column($table['columns'], null, 'key')['market_cap'];
        $weights = array_column(array_slice($caps['figures'], 1, 3), 'value');
        $this->assertEqualsWithDelta(Descriptive::weightedMean($in, $weights)['mean'], $multiple['lines']['weighted_mean'], 1e-9);
        $this->assertNull($caps['lines']['weighted_mean'], 'amounts weighed by themselves say nothing');
        $this->assertNull($caps['figures'][0]['place']);
        $own = $multiple['figures'][0]['value'];
        $this->assertSame($own < $multiple['lines']['median'] ? 'better' : 'worse', $multiple['figures'][0]['beside']);
        $this->assertSame(1 + count(array_filter($in, static fn (float $of): bool => $of < $own)), $multiple['figures'][0]['place']);
        $this->assertNull($multiple['figures'][4]['place'], 'who is left out has no place');
        $this->assertNotNull($multiple['figures'][4]['value']);
        foreach ($tickers as $i => $ticker) {
            $metric = $this->getJson("/api/v1/companies/{$ticker}/metrics?keys=price_to_earnings")->json('figures.price_to_earnings.value');
            $this->assertSame($metric, $multiple['figures'][$i + 1]['value'], 'the same figure as on its own page');
        }
    }

    public function test_columns_can_be_any_metric_or_formula(): void
    {
        [$a, $b] = $this->industrials(2);
        $this->choose([[$a, true, null], [$b, true, null]]);
        $formula = 'cagr(revenue, 4) - trend(gross_margin, 3)';
        $columns = $this->told('peer-table?'.http_build_query(['columns' => ['gross_margin', $formula]]))['columns'];
        $this->assertSame(['gross_margin', $formula], array_column($columns, 'key'));
        $this->assertSame(2, $columns[1]['count']);
        $this->assertNull($columns[1]['figures'][0]['beside'], 'nobody says which direction of it is better');
        $this->getJson('/api/v1/companies/BRSW/peer-table?columns[]=no_such_thing')->assertUnprocessable();
        $this->getJson(
            '/api/v1/companies/BRSW/peer-table?'.
                http_build_query(['columns' => array_map(static fn (int $i): string => "gross_margin * {$i}", range(1, 61))]),
        )->assertUnprocessable();
    }

    public function test_multiples_of_calendar_years_take_what_lies_in_them(): void
    {
        $this->choose(array_map(static fn (string $of): array => [$of, true, null], $this->industrials(50)));
        $table = $this->told('peer-table?calendar=1');
        $columns = array_column($table['columns'], null, 'key');
        $this->assertSame(
            [
                'price_to_earnings 2026',
                'price_to_earnings 2027',
                'ev_to_ebitda 2026',
                'ev_to_ebitda 2027',
                'ev_to_sales 2026',
                'ev_to_sales 2027',
            ],
            array_slice(array_keys($columns), 0, 6),
        );
        $ends = DB::table('companies')->pluck('fiscal_year_end_month', 'id');
        $others = 0;
        foreach ($table['rows'] as $i => $row) {
            $then = $columns['price_to_earnings 2026']['figures'][$i]['value'];
            $forward = $columns['forward_price_to_earnings']['figures'][$i]['value'];
            if ((int) $ends[$this->companyId($row['ticker'])] === 12) {
                $this->assertEqualsWithDelta($forward, $then, 1e-9, "{$row['ticker']} ends in December");
            } elseif ($then !== null && $forward !== null) {
                $this->assertNotEqualsWithDelta($forward, $then, 1e-9);
                $others++;
            }
        }
        $this->assertGreaterThan(0, $others);
    }

    public function test_the_table_is_taken_along_as_values(): void
    {
        [$a, $b] = $this->industrials(2);
        $this->choose([[$a, true, null], [$b, false, null]]);
        $query = http_build_query(['columns' => ['gross_margin', 'price_to_earnings'], 'format' => 'csv']);
        $answer = $this->get("/api/v1/companies/BRSW/peer-table/file?{$query}")->assertOk();
        $this->assertStringContainsString('BRSW and peers.csv', (string) $answer->headers->get('Content-Disposition'));
        $lines = array_map(
            static fn (string $line): array => str_getcsv($line, ',', '"', ''),
            array_filter(explode("\r\n", $answer->streamedContent())),
        );
        $this->assertSame(['Part', 'Name', 'Ticker', 'Gross margin', 'Price to earnings'], $lines[0]);
        $this->assertSame(['company', 'peer', 'left out', 'group'], array_column(array_slice($lines, 1, 4), 0));
        $table = array_column($this->told("peer-table?{$query}")['columns'], null, 'key');
        $this->assertEqualsWithDelta($table['gross_margin']['figures'][1]['value'], (float) $lines[2][3], 1e-12);
        $this->assertSame('Median of the peers', $lines[4][1]);
        foreach (['xlsx', 'ods', 'json'] as $format) {
            $file = $this->get("/api/v1/companies/BRSW/peer-table/file?format={$format}")
                ->assertOk()
                ->streamedContent();
            $this->assertStringStartsWith($format === 'json' ? '{' : 'PK', $file);
        }
        $this->getJson('/api/v1/companies/BRSW/peer-table/file?format=doc')->assertUnprocessable();
    }

    public function test_a_peer_that_is_not_traded_any_more_is_said_to_be_so_and_counts_for_nothing(): void
    {
        $gone = (string) DB::table('listings as l')
            ->join('securities as s', 's.id', '=', 'l.security_id')
            ->join('companies as c', 'c.id', '=', 's.company_id')
            ->where('c.template', 'industrial')
            ->where('l.main', true)
            ->where('l.to_day', '<', 20250101)
            ->value('l.ticker');
        $this->assertNotSame('', $gone);
        [$a] = $this->industrials(1);
        $group = $this->choose([[$a, true, null], [$gone, true, null]]);
        $this->assertSame(['not_listed'], array_column($group['peers'][1]['cautions'], 'key'));
        $this->assertNull($group['peers'][1]['value']);
        $table = $this->told('peer-table');
        $this->assertFalse($table['rows'][2]['listed']);
        $this->assertSame('missing', $table['columns'][1]['figures'][2]['state']);
        $this->assertSame(1, $table['columns'][1]['count']);
    }

    public function test_without_a_peer_nothing_is_told_and_nothing_fails(): void
    {
        $group = $this->choose([]);
        $this->assertTrue($group['chosen']);
        $this->assertNull($group['median']);
        $this->assertStringContainsString('No peer is in', (string) $group['advice']);
        $table = $this->told('peer-table');
        $this->assertCount(1, $table['rows']);
        $this->assertSame(0, $table['columns'][0]['count']);
        $value = $this->told('peer-value');
        $this->assertNull($value['median_value']);
        $this->assertSame(['no_group'], array_values(array_unique(array_column($value['rows'], 'state'))));
        $discount = $this->told('peer-discount');
        $this->assertSame([null], array_values(array_unique(array_column($discount['multiples'], 'premium'))));
        $this->assertCount(1, $this->told('peer-years?figure=gross_margin')['lines']);
    }

    public function test_values_put_the_multiple_of_the_group_on_the_subject(): void
    {
        $this->choose(array_map(static fn (string $of): array => [$of, true, null], $this->industrials(4)));
        $value = $this->told('peer-value');
        $this->assertEqualsWithDelta(
            $value['net'],
            $value['bridge'][0]['amount'] - array_sum(array_column(array_slice($value['bridge'], 1), 'amount')),
            1e-3,
        );
        foreach ($value['rows'] as $row) {
            if ($row['state'] !== 'value' || $row['own'] === null) {
                continue;
            }
            // The same multiple as its own would give its own price.
            $enterprise = $row['enterprise_value'] !== null;
            $whole = $enterprise ? $value['price'] * $value['shares'] - $value['net'] : $value['price'] * $value['shares'];
            $expected = ($row['centre'] / $row['own']) * $whole + ($enterprise ? $value['net'] : 0.0);
            $this->assertEqualsWithDelta($expected / $value['shares'], $row['value'], 1e-6 * abs($row['value']), $row['metric']);
            $this->assertLessThanOrEqual($row['upper_value'], $row['lower_value']);
        }
        $harmonic = $this->told('peer-value?centre=harmonic_mean');
        $this->assertLessThan(
            array_column($this->told('peer-value?centre=mean')['rows'], 'value', 'metric')['price_to_earnings'],
            array_column($harmonic['rows'], 'value', 'metric')['price_to_earnings'],
        );
        $this->getJson('/api/v1/companies/BRSW/peer-value?centre=best')->assertUnprocessable();
    }

    public function test_a_range_is_handed_to_value_as_it_was_on_its_day(): void
    {
        $this->choose(array_map(static fn (string $of): array => [$of, true, null], $this->industrials(4)));
        $value = $this->told('peer-value?centre=mean');
        $id = $this->postJson('/api/v1/companies/BRSW/peer-value', ['centre' => 'mean'])
            ->assertCreated()
            ->json('id');
        $kept = collect($this->getJson('/api/v1/valuations?ticker=BRSW')->assertOk()->json())->firstWhere('id', $id);
        $this->assertSame('Multiples of 4 peers', $kept['name']);
        $this->assertSame(
            ['peers', $value['low_value'], $value['median_value'], $value['high_value'], $value['currency']],
            [$kept['method'], $kept['low'], $kept['per_share'], $kept['high'], $kept['currency']],
        );
        $sold = $this->getJson('/api/v1/companies/BRSW/transactions?buyer=fund')->json();
        $id = $this->postJson('/api/v1/companies/BRSW/transactions', ['buyer' => 'fund'])
            ->assertCreated()
            ->json('id');
        $kept = collect($this->getJson('/api/v1/valuations?ticker=BRSW')->json())->firstWhere('id', $id);
        $this->assertSame(
            ['transactions', $sold['blended_low'], $sold['blended'], $sold['blended_high']],
            [$kept['method'], $kept['low'], $kept['per_share'], $kept['high']],
        );
        $this->assertLessThan($kept['high'], $kept['low']);
        $this->choose([]);
        $this->postJson('/api/v1/companies/BRSW/peer-value')->assertUnprocessable();
        $this->assertCount(2, $this->getJson('/api/v1/valuations?ticker=BRSW')->json());
    }

    public function test_a_loss_has_no_value_by_its_earnings(): void
    {
        $losing = null;
        foreach ($this->industrials(200) as $ticker) {
            $path = "/api/v1/companies/{$ticker}/metrics?keys=price_to_earnings,ev_to_sales";
            $figures = $this->getJson($path)->assertOk()->json('figures');
            if ($figures['price_to_earnings']['state'] === 'not_meaningful' && $figures['ev_to_sales']['state'] === 'value') {
                $losing = $ticker;
                break;
            }
        }
        $this->assertNotNull($losing, 'somebody loses money');
        $rows = array_column(
            $this->getJson("/api/v1/companies/{$losing}/peer-value")
                ->assertOk()
                ->json('rows'),
            null,
            'metric',
        );
        $this->assertSame(['not_meaningful', null], [$rows['price_to_earnings']['state'], $rows['price_to_earnings']['value']]);
        $this->assertSame('value', $rows['ev_to_sales']['state']);
    }

    public function test_the_discount_is_told_beside_what_may_explain_it(): void
    {
        $this->choose(array_map(static fn (string $of): array => [$of, true, null], $this->industrials(4)));
        $discount = $this->told('peer-discount');
        $table = array_column($this->told('peer-table')['columns'], null, 'key');
        foreach ($discount['multiples'] as $row) {
            if (isset($table[$row['key']]) && $row['premium'] !== null) {
                $this->assertSame($table[$row['key']]['lines']['median'], $row['median']);
                $this->assertEqualsWithDelta($row['own'] / $row['median'] - 1, $row['premium'], 1e-12);
            }
            if ($row['justified'] !== null) {
                $this->assertEqualsWithDelta($row['own'] / $row['justified'] - 1, $row['unexplained'], 1e-12);
                $this->assertGreaterThan(20, $row['companies']);
            }
        }
        $this->assertNotSame([], $discount['sentences']);
        foreach ($discount['sentences'] as $sentence) {
            $this->assertNotSame('', $sentence['key']);
            $this->assertStringNotContainsString('{', $sentence['sentence']);
        }
        foreach (['bank', 'insurer', 'property'] as $template) {
            $ticker = $this->ofTemplate($template, 1)[0];
            foreach (['peers', 'peer-table', 'peer-discount', 'peer-value', 'peer-proposals', 'peer-years'] as $part) {
                $this->getJson("/api/v1/companies/{$ticker}/{$part}")->assertOk();
            }
        }
    }

    public function test_the_line_runs_through_the_companies_one_chooses(): void
    {
        $this->choose(array_map(static fn (string $of): array => [$of, true, null], $this->industrials(4)));
        $of = fn (string $query): array => array_column($this->told("peer-discount{$query}")['multiples'], null, 'key')['ev_to_sales'];
        $list = $this->postJson('/api/v1/lists', ['name' => 'Forty', 'tickers' => [...$this->industrials(40), self::SUBJECT]])->json('id');
        [$all, $industry, $listed] = [$of(''), $of('?across=industry'), $of("?across=list&list={$list}")];
        $this->assertSame($all, $of('?across=kind'));
        $this->assertLessThan($all['companies'], $listed['companies']);
        $this->assertGreaterThan(20, $listed['companies']);
        $this->assertLessThanOrEqual(40, $listed['companies'], 'the company itself is not on its own line');
        $this->assertNotSame($all['justified'], $listed['justified']);
        $this->assertSame([$all['own'], $all['median']], [$listed['own'], $listed['median']], 'peers stay what they are');
        $this->assertLessThan($all['companies'], $industry['companies']);
        $few = $this->postJson('/api/v1/lists', ['name' => 'Two', 'tickers' => $this->industrials(2)])->json('id');
        $this->assertNull($of("?across=list&list={$few}")['justified']);
        $this->assertNotSame('', (string) $of("?across=list&list={$few}")['why_not']);
        $path = '/api/v1/companies/'.self::SUBJECT.'/peer-discount';
        foreach (['?across=list', '?across=nobody', '?across=list&list=999999'] as $wrong) {
            $this->getJson($path.$wrong)->assertUnprocessable();
        }
    }

    public function test_one_figure_through_the_years_is_that_of_each_company_page(): void
    {
        [$a, $b] = $this->industrials(2);
        $this->choose([[$a, true, null], [$b, false, null]]);
        $years = $this->told('peer-years?figure=operating_margin');
        $this->assertSame([self::SUBJECT, $a], array_column($years['lines'], 'ticker'));
        $this->assertCount(10, $years['years']);
        $this->assertSame($years['lines'][1]['values'], $years['median'], 'of one peer');
        $page = $this->getJson('/api/v1/companies/'.$a.'/working?metric=operating_margin&year='.$years['years'][8])
            ->assertOk()
            ->json();
        $this->assertEqualsWithDelta($page['working']['value'], $years['lines'][1]['values'][8], 1e-12);
    }

    public function test_a_first_reading_sets_figures_beside_the_peers_that_were_chosen(): void
    {
        $sector = $this->told('?beside=peers');
        $this->assertSame('sector', $sector['beside'], 'nobody chose yet');
        [$a, $b, $c] = $this->industrials(3);
        $this->choose([[$a, true, null], [$b, true, null], [$c, false, null]]);
        $peers = $this->told('?beside=peers');
        $this->assertSame('peers', $peers['beside']);
        $this->assertSame('sector', $this->told('')['beside']);
        $figures = collect($peers['sections'])->pluck('figures')->flatten(1)->keyBy('key');
        $of = static fn (string $ticker): string => "/api/v1/companies/{$ticker}/metrics?keys=operating_margin";
        $margins = array_map(fn (string $ticker): float => $this->getJson($of($ticker))->json('figures.operating_margin.value'), [$a, $b]);
        $this->assertEqualsWithDelta(array_sum($margins) / 2, $figures['operating_margin']['sector_median'], 1e-12);
        $own = $figures['operating_margin']['figure']['value'];
        $this->assertSame($own > array_sum($margins) / 2 ? 'better' : 'worse', $figures['operating_margin']['standing']);
        foreach ($this->told('picture?beside=peers')['scales'] as $scale) {
            if ($scale['key'] === 'price_to_earnings') {
                $multiples = [];
                foreach ([$a, $b] as $ticker) {
                    $told = $this->getJson("/api/v1/companies/{$ticker}/metrics?keys=price_to_earnings")->json('figures.price_to_earnings');
                    $multiples[] = $told['value'];
                }
                $known = Descriptive::known($multiples);
                $this->assertEqualsWithDelta([min($known), max($known)], [$scale['sector']['low'], $scale['sector']['high']], 1e-9);
            }
        }
        $this->actingAs($this->someone('Ben'));
        $this->assertSame('sector', $this->told('?beside=peers')['beside']);
        $this->getJson('/api/v1/companies/BRSW?beside=friends')->assertUnprocessable();
    }

    public function test_as_of_an_earlier_day_nothing_later_is_used(): void
    {
        [$a, $b] = $this->industrials(2);
        $this->choose([[$a, true, null], [$b, true, null]]);
        $this->getJson('/api/v1/companies/BRSW/peer-table?as_of=2024-03-29')->assertStatus(409);
        $this->getJson('/api/v1/companies/NOSUCH/peers')->assertNotFound();
    }

    public function test_a_fund_and_an_index_are_compared_with_nobody_by_their_figures(): void
    {
        $fund = (string) DB::table('listings as l')
            ->join('securities as s', 's.id', '=', 'l.security_id')
            ->where('s.kind', 'fund')
            ->value('l.ticker');
        $this->assertSame(
            [],
            $this->getJson("/api/v1/companies/{$fund}/peers")
                ->assertOk()
                ->json('peers'),
        );
    }

    /**
     * @param  list<array{string, bool, string|null}>  $peers
     * @return array<string, mixed>
     */
    private function choose(array $peers): array
    {
        return $this->putJson('/api/v1/companies/'.self::SUBJECT.'/peers', [
            'peers' => array_map(static fn (array $of): array => ['ticker' => $of[0], 'in' => $of[1], 'reason' => $of[2]], $peers),
        ])
            ->assertOk()
            ->json();
    }

    /** @return array<string, mixed> */
    private function link(string $peers): void
    {
        $this->withHeader(RequestContexts::PEERS, $peers);
    }

    private function told(string $part): array
    {
        return $this->getJson('/api/v1/companies/'.self::SUBJECT."/{$part}")
            ->assertOk()
            ->json();
    }

    /** @return list<string> tickers of traded companies, without the subject and without those that several have */
    private function industrials(int $count): array
    {
        return $this->ofTemplate('industrial', $count);
    }

    /** @return list<string> */
    private function ofTemplate(string $template, int $count): array
    {
        return DB::table('listings as l')
            ->join('securities as s', 's.id', '=', 'l.security_id')
            ->join('companies as c', 'c.id', '=', 's.company_id')
            ->where('c.template', $template)
            ->where('s.kind', 'share')
            ->where('s.main', true)
            ->where('l.main', true)
            ->whereNull('l.to_day')
            ->where('l.ticker', '<>', self::SUBJECT)
            ->whereExists(
                static fn ($query) => $query->from('bars')->whereColumn('bars.listing_id', 'l.id')->where('bars.day', '>', 20260601),
            )
            ->whereRaw('(select count(*) from listings as other where other.ticker = l.ticker) = 1')
            ->orderBy('l.ticker')
            ->limit($count)
            ->pluck('l.ticker')
            ->all();
    }
}
