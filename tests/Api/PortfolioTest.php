<?php

declare(strict_types=1);

namespace Tests\Api;

use App\Feature\Portfolio\Entries;
use App\Models\Bar;
use App\Models\CorporateAction;
use App\Models\Dividend;
use App\Models\Instrument;
use App\Models\Listing;
use App\Models\Portfolio;
use App\Models\PortfolioEntry;
use App\Models\User;
use Illuminate\Http\UploadedFile;
use Illuminate\Testing\TestResponse;
use Logion\Time\Day;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\DemoTestCase;

/** Portfolios from the first transaction to what they returned, through the API, and what is refused. */
final class PortfolioTest extends DemoTestCase
{
    private int $id;

    private string $ticker = 'BRSW';

    private string $currency;

    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->someone());
        $this->currency = $this->listing($this->ticker)->currency;
        $this->id = $this->make(['currency' => $this->currency]);
    }

    /** @param  array<string, mixed>  $with */
    private function make(array $with = []): int
    {
        return $this->postJson('/api/v1/portfolios', [
            'name' => 'Long run',
            'currency' => 'XCR',
            'cost_method' => 'first_in',
            'keeps_cash' => true,
            'withholding' => 0.15,
            ...$with,
        ])
            ->assertCreated()
            ->json('id');
    }

    /** @param  array<string, mixed>  $told */
    private function enter(array $told, ?int $portfolio = null): TestResponse
    {
        return $this->postJson('/api/v1/portfolios/'.($portfolio ?? $this->id).'/entries', $told);
    }

    /** @return array{int, float} a trading day so many bars before the last, and its close */
    private function bar(int $back, ?string $ticker = null): array
    {
        $bar = Bar::query()
            ->where('listing_id', $this->listing($ticker ?? $this->ticker)->id)
            ->orderByDesc('day')
            ->offset($back)
            ->firstOrFail();

        return [$bar->day, $bar->close];
    }

    /** @return array<string, mixed> */
    private function show(string $query = '', ?int $portfolio = null): array
    {
        return $this->getJson('/api/v1/portfolios/'.($portfolio ?? $this->id).$query)
            ->assertOk()
            ->json();
    }

    private static function iso(int $day): string
    {
        return Day::iso($day);
    }

    public function test_what_is_bought_is_held_at_what_it_cost_and_is_worth_what_it_trades_at(): void
    {
        [$day, $close] = $this->bar(500);
        [$last, $now] = $this->bar(0);
        $this->enter(['day' => self::iso($day), 'type' => 'deposit', 'amount' => '10000.00'])->assertCreated();
        $this->enter([
            'day' => self::iso($day),
            'type' => 'buy',
            'security' => $this->ticker,
            'quantity' => '10',
            'price' => (string) $close,
            'fee' => '5.25',
        ])->assertCreated();
        $told = $this->show();
        $this->assertSame([$this->ticker, 10.0], [$told['positions'][0]['ticker'], (float) $told['positions'][0]['quantity']]);
        $this->assertEqualsWithDelta(10 * $close + 5.25, $told['positions'][0]['cost'], 1e-9);
        $this->assertEqualsWithDelta(10 * $now, $told['positions'][0]['value'], 1e-6);
        $this->assertEqualsWithDelta(10000 - 10 * $close - 5.25 + 10 * $now, $told['total'], 1e-6);
        $this->assertEqualsWithDelta($told['total'] - 10000, $told['unrealised'], 1e-6);
        $this->assertEqualsWithDelta(1.0, $told['positions'][0]['weight'] + $told['cash'][0]['value'] / $told['total'], 1e-9);
        $before = $this->show('?as_of='.self::iso($this->bar(501)[0]));
        $this->assertSame([0.0, []], [(float) $before['total'], $before['positions']], 'nothing is there before it was bought');
        $this->assertSame(self::iso($last), $told['positions'][0]['priced_on']);
    }

    public function test_performance_adds_up_and_stands_beside_the_index_with_the_same_flows(): void
    {
        $index = $this->getJson('/api/v1/reference')->json('indices.0.ticker');
        $this->id = $this->make(['currency' => $this->currency, 'index' => $index]);
        [$day, $close] = $this->bar(700);
        [$later, $price] = $this->bar(300);
        $this->enter(['day' => self::iso($day), 'type' => 'deposit', 'amount' => '5000'])->assertCreated();
        $this->enter([
            'day' => self::iso($day),
            'type' => 'buy',
            'security' => $this->ticker,
            'quantity' => '20',
            'price' => (string) $close,
        ]);
        $this->enter(['day' => self::iso($later), 'type' => 'deposit', 'amount' => '3000'])->assertCreated();
        $this->enter([
            'day' => self::iso($later),
            'type' => 'sell',
            'security' => $this->ticker,
            'quantity' => '5',
            'price' => (string) $price,
        ]);
        $told = $this->getJson("/api/v1/portfolios/{$this->id}/performance")
            ->assertOk()
            ->json();
        $end = end($told['values']);
        $this->assertEqualsWithDelta($this->show()['total'], $end, abs($end) * 1e-7);
        $this->assertEqualsWithDelta($end - 8000, $told['gain'], 1e-4);
        $this->assertEqualsWithDelta($told['dietz_return'], array_sum(array_column($told['contributions'], 'contribution')), 1e-9);
        $line = end($told['line']);
        $this->assertEqualsWithDelta($told['time_weighted']['total'], $line - 1, 1e-6);
        $product = array_product(array_map(static fn (array $of): float => 1 + $of['return'], $told['years']));
        $this->assertEqualsWithDelta($line, $product, 1e-6);
        $this->assertCount(count($told['days']), $told['same_flows']);
        $this->assertNotNull($told['risk']['beta']);
        $this->assertGreaterThan(0, $told['risk']['volatility']);
        $year = $this->getJson("/api/v1/portfolios/{$this->id}/performance?from=".self::iso($this->bar(250)[0]))->json();
        $this->assertSame(self::iso($this->bar(249)[0]), $year['from']);
        $this->assertEqualsWithDelta(0.0, array_sum($year['flows']), 1e-12);
        $this->assertEqualsWithDelta(
            end($year['values']) / $told['values'][array_search(self::iso($this->bar(250)[0]), $told['days'], true)] - 1,
            $year['time_weighted']['total'],
            1e-6,
        );
        $nothing = $this->getJson('/api/v1/portfolios/'.$this->make().'/performance')
            ->assertOk()
            ->json();
        $this->assertSame([[], null], [$nothing['days'], $nothing['time_weighted']['total']]);
    }

    public function test_what_does_not_hold_together_is_refused_in_words_and_changes_nothing(): void
    {
        [$day, $close] = $this->bar(100);
        $buy = ['day' => self::iso($day), 'type' => 'buy', 'security' => $this->ticker, 'quantity' => '10', 'price' => (string) $close];
        $this->enter($buy)->assertCreated();
        $first = (int) Bar::query()->where('listing_id', $this->listing($this->ticker)->id)->min('day');
        $other = $this->currency === 'XCR' ? 'XVN' : 'XCR';
        foreach (
            [
                'only 10 are held' => ['type' => 'sell', 'quantity' => '11'],
                'no price before' => ['day' => self::iso(Day::plus($first, -1))],
                "traded in {$this->currency}" => ['currency' => $other],
                'No exchange rate of ZZZ' => ['type' => 'deposit', 'currency' => 'ZZZ', 'amount' => '5'],
                'is no figure' => ['quantity' => 'ten'],
                'above nothing' => ['quantity' => '-4'],
                'needs its price' => ['price' => ''],
                'is no day' => ['day' => '2025-02-31'],
                'is no kind of transaction' => ['type' => 'gift'],
                'No company has the ticker' => ['security' => 'QQQQ'],
                'before it was traded' => ['settled_on' => self::iso(Day::plus($day, -1))],
                'another currency than its own' => [
                    'type' => 'currency_exchange',
                    'security' => null,
                    'amount' => '5',
                    'to_amount' => '5',
                    'to_currency' => $this->currency,
                ],
                'more than 18 digits' => ['price' => '1.'.str_repeat('3', 30)],
            ] as $sentence => $change
        ) {
            $answer = $this->enter([...$buy, ...$change]);
            $this->assertContains($answer->status(), [404, 422], $sentence);
            $this->assertStringContainsString($sentence, (string) $answer->json('detail'));
        }
        $this->assertSame(1, $this->show()['entries']);
        $id = PortfolioEntry::query()->where('portfolio_id', $this->id)->value('id');
        $this->enter([...$buy, 'type' => 'sell', 'day' => self::iso($this->bar(50)[0])])->assertCreated();
        $this->deleteJson("/api/v1/portfolio-entries/{$id}")->assertUnprocessable();
        $this->putJson("/api/v1/portfolio-entries/{$id}", [...$buy, 'quantity' => '9'])->assertUnprocessable();
        $this->assertSame(2, $this->show()['entries']);
        $this->putJson("/api/v1/portfolio-entries/{$id}", [...$buy, 'quantity' => '12'])->assertOk();
        $this->assertSame(2.0, (float) $this->show()['positions'][0]['quantity']);
        $odd = $this->enter([...$buy, 'price' => (string) (10 * $close)])
            ->assertCreated()
            ->json('doubt');
        $this->assertStringContainsString('far from the close', (string) $odd);
    }

    public function test_a_transaction_taken_back_can_be_restored(): void
    {
        $id = $this->enter(['day' => '2025-03-03', 'type' => 'deposit', 'amount' => '100.10'])->json('id');
        $this->deleteJson("/api/v1/portfolio-entries/{$id}")->assertNoContent();
        $this->assertSame(0.0, (float) $this->show()['total']);
        $this->postJson("/api/v1/portfolio-entries/{$id}/restore")->assertOk();
        $this->assertSame(100.1, $this->show()['total']);
        $this->deleteJson("/api/v1/portfolios/{$this->id}")->assertNoContent();
        $this->getJson("/api/v1/portfolios/{$this->id}")->assertNotFound();
        $this->postJson("/api/v1/portfolios/{$this->id}/restore")->assertOk();
        $this->assertSame(100.1, $this->show()['total']);
    }

    public function test_nobody_else_finds_it(): void
    {
        $entry = $this->enter(['day' => '2025-03-03', 'type' => 'deposit', 'amount' => '100'])->json('id');
        $file = $this->handIn('a.csv', "date,type,amount\n2025-01-02,deposit,7\n")->json('id');
        $instrument = $this->postJson('/api/v1/instruments', self::fund())->assertCreated()->json('id');
        $this->actingAs($this->someone('Ben'));
        $this->assertSame([], $this->getJson('/api/v1/portfolios')->json());
        foreach (['', '/performance', '/income', '/lots', '/proposals', '/entries', '/entries.csv', '/files'] as $path) {
            $this->getJson("/api/v1/portfolios/{$this->id}{$path}")->assertNotFound();
        }
        $this->enter(['day' => '2025-03-03', 'type' => 'deposit', 'amount' => '1'])->assertNotFound();
        $this->deleteJson("/api/v1/portfolio-entries/{$entry}")->assertNotFound();
        $this->postJson("/api/v1/portfolio-files/{$file}/take", [])->assertNotFound();
        $this->putJson("/api/v1/instruments/{$instrument}/prices", ['prices' => [['day' => '2025-01-01', 'price' => 1]]])->assertNotFound();
        $own = $this->make();
        $this->enter(
            ['day' => '2025-03-03', 'type' => 'buy', 'security' => 'GLB 500', 'quantity' => '1', 'price' => '1'],
            $own,
        )->assertNotFound();
    }

    /** @return array<string, mixed> */
    private static function fund(): array
    {
        return [
            'code' => 'GLB 500',
            'name' => 'Wide world fund',
            'kind' => 'fund',
            'currency' => 'XCR',
            'multiplier' => '1',
            'country' => 'VD',
        ];
    }

    private function handIn(string $name, string $content): TestResponse
    {
        return $this->post(
            "/api/v1/portfolios/{$this->id}/files",
            ['file' => UploadedFile::fake()->createWithContent($name, $content)],
            ['Accept' => 'application/json'],
        );
    }

    public function test_a_table_is_shown_taken_in_once_and_undone(): void
    {
        [$day, $close] = $this->bar(60);
        $price = (string) round($close, 2);
        $csv =
            "Trade date;Transaction;Ticker;Shares;Unit price;Amount;Commission\n".
            self::iso($day).
            ";deposit;;;;5000;\n".
            self::iso($day).
            ";Buy;{$this->ticker};3;{$price};;1.10\n".
            self::iso($day).
            ";buy;Old name of it;2;{$price};;\n".
            self::iso($day).
            ";sell;{$this->ticker};many;{$price};;\n";
        $told = $this->handIn('march.csv', $csv)->assertCreated()->json();
        $this->assertSame(['Old name of it'], $told['unknown']);
        $this->assertNull($told['rows'][1]['problem']);
        $this->assertStringContainsString('is no figure', $told['rows'][3]['problem']);
        $this->assertSame(0, $this->show()['entries'], 'shown before anything is entered');
        $told = $this->putJson("/api/v1/portfolio-files/{$told['id']}/securities", [
            'called' => 'Old name of it',
            'security' => $this->ticker,
        ])
            ->assertOk()
            ->json();
        $this->assertSame([], $told['unknown']);
        $this->postJson("/api/v1/portfolio-files/{$told['id']}/take", ['without' => [0]])
            ->assertOk()
            ->assertJson(['entered' => 2]);
        $this->assertSame(5.0, (float) $this->show()['positions'][0]['quantity']);
        $this->handIn('again.csv', $csv)->assertUnprocessable();
        $more = $this->handIn('april.csv', $csv.self::iso($day).";fee;;;;2.50;\n")
            ->assertCreated()
            ->json();
        $this->assertSame([], $more['unknown'], 'the name is remembered');
        $this->assertSame([false, true, true, false, false], array_column($more['rows'], 'is_there'));
        $this->postJson("/api/v1/portfolio-files/{$told['id']}/undo")->assertNoContent();
        $this->assertSame(0, $this->show()['entries']);
        $this->handIn('b.csv', "when,what\n1,2\n")
            ->assertUnprocessable()
            ->assertJsonPath('detail', fn (string $of): bool => str_contains($of, '"day"'));
        $this->handIn('c.csv', '')->assertUnprocessable();
    }

    public function test_what_is_exported_reads_back_as_the_same(): void
    {
        [$day, $close] = $this->bar(80);
        foreach (
            [
                ['type' => 'deposit', 'amount' => '9000.07', 'note' => 'first, "all"'],
                ['type' => 'buy', 'security' => $this->ticker, 'quantity' => '7.5', 'price' => (string) $close, 'fee' => '0.99'],
                ['type' => 'dividend', 'security' => $this->ticker, 'amount' => '12.31', 'tax' => '1.85'],
                ['type' => 'split', 'security' => $this->ticker, 'ratio' => '2'],
                ['type' => 'transfer_in', 'security' => $this->ticker, 'quantity' => '1', 'cost' => '40', 'acquired' => '2019-05-06'],
            ] as $told
        ) {
            $this->enter(['day' => self::iso($day), ...$told])->assertCreated();
        }
        $csv = $this->get("/api/v1/portfolios/{$this->id}/entries.csv")->streamedContent();
        $before = $this->show();
        $this->id = $this->make(['currency' => $this->currency]);
        $file = $this->handIn('all.csv', $csv)->assertCreated()->json();
        $this->assertSame([null, null, null, null, null], array_column($file['rows'], 'problem'));
        $this->postJson("/api/v1/portfolio-files/{$file['id']}/take", [])->assertOk();
        $after = $this->show();
        foreach (['positions', 'cash', 'total', 'dividends', 'taxes'] as $what) {
            $this->assertEquals($before[$what], $after[$what], $what);
        }
    }

    public function test_ofx_of_both_versions_is_read_and_what_it_calls_otherwise_is_mapped_by_hand(): void
    {
        [$day, $close] = $this->bar(90);
        [$next] = $this->bar(89);
        $price = number_format($close, 2, '.', '');
        $body = "<OFX><INVSTMTMSGSRSV1><INVSTMTTRNRS><INVSTMTRS>
<DTASOF>20260101<CURDEF>{$this->currency}<INVTRANLIST><DTSTART>20250101<DTEND>20260101
<BUYSTOCK><INVBUY><INVTRAN><FITID>A1<DTTRADE>{$day}120000[-5:EST]<MEMO>Bought</INVTRAN><SECID><UNIQUEID>987654<UNIQUEIDTYPE>CUSIP</SECID>
<UNITS>4<UNITPRICE>{$price}<COMMISSION>2.50<FEES>0.25<TOTAL>-1<SUBACCTSEC>CASH<SUBACCTFUND>CASH</INVBUY><BUYTYPE>BUY</BUYSTOCK>
<INCOME><INVTRAN><FITID>A2<DTTRADE>{$day}</INVTRAN><SECID><UNIQUEID>987654<UNIQUEIDTYPE>CUSIP</SECID><INCOMETYPE>DIV<TOTAL>8.40</INCOME>
<INVBANKTRAN><STMTTRN><TRNTYPE>CREDIT<DTPOSTED>{$day}<TRNAMT>750.00<FITID>A3</STMTTRN><SUBACCTFUND>CASH</INVBANKTRAN>
<SPLIT><INVTRAN><FITID>A4<DTTRADE>{$next}</INVTRAN><SECID><UNIQUEID>987654<UNIQUEIDTYPE>CUSIP</SECID>
<OLDUNITS>4<NEWUNITS>12<NUMERATOR>3<DENOMINATOR>1</SPLIT>
<CLOSUREOPT><INVTRAN><FITID>A5<DTTRADE>{$day}</INVTRAN></CLOSUREOPT></INVTRANLIST></INVSTMTRS></INVSTMTTRNRS></INVSTMTMSGSRSV1>
<SECLISTMSGSRSV1><SECLIST>
<STOCKINFO><SECINFO><SECID><UNIQUEID>987654<UNIQUEIDTYPE>CUSIP</SECID><SECNAME>Some &amp; Company<TICKER>SOMC</SECINFO></STOCKINFO>
</SECLIST></SECLISTMSGSRSV1></OFX>";
        $closed = (string) preg_replace('~<(\w+)>([^<\n]+)~', '<$1>$2</$1>', $body);
        foreach (
            ["OFXHEADER:100\nDATA:OFXSGML\n\n".$body, '<?xml version="1.0"?><?OFX OFXHEADER="200"?>'.$closed] as $nth => $content
        ) {
            $told = $this->handIn("depot{$nth}.ofx", $content)
                ->assertCreated()
                ->json();
            $this->assertSame('ofx', $told['format']);
            $this->assertSame(
                ['buy', 'dividend', 'deposit', 'split', null],
                array_map(static fn (array $row): ?string => $row['type'] ?: null, $told['rows']),
            );
            $this->assertSame($nth === 0 ? ['987654'] : [], $told['unknown'], 'once mapped it is remembered');
            $this->assertStringContainsString('is not read', $told['rows'][4]['problem']);
            if ($nth === 0) {
                $this->putJson("/api/v1/portfolio-files/{$told['id']}/securities", [
                    'called' => '987654',
                    'security' => $this->ticker,
                ])->assertOk();
                $this->postJson("/api/v1/portfolio-files/{$told['id']}/take", [])
                    ->assertOk()
                    ->assertJson(['entered' => 4]);
                $position = $this->show()['positions'][0];
                $this->assertSame(12.0, (float) $position['quantity']);
                $this->assertEqualsWithDelta(4 * (float) $price + 2.75, $position['cost'], 1e-9);
            } else {
                $this->assertSame([true, true, true, true, false], array_column($told['rows'], 'is_there'), 'by its number in the file');
            }
        }
        $this->handIn('bank.ofx', "OFXHEADER:100\n<OFX><BANKMSGSRSV1></BANKMSGSRSV1></OFX>")->assertUnprocessable();
    }

    public function test_dividends_and_splits_of_what_is_held_are_proposed_until_they_are_entered(): void
    {
        $dividend = Dividend::query()->where('paid_on', '<', self::TODAY)->orderByDesc('ex_date')->firstOrFail();
        $listing = Listing::query()->where('security_id', $dividend->security_id)->where('main', true)->firstOrFail();
        $this->id = $this->make(['currency' => $listing->currency]);
        $day = Day::plus((int) $dividend->ex_date, -20);
        $this->enter([
            'day' => self::iso($day),
            'type' => 'buy',
            'security' => $listing->ticker,
            'quantity' => '100',
            'price' => '10',
        ])->assertCreated();
        $proposals = $this->getJson("/api/v1/portfolios/{$this->id}/proposals")
            ->assertOk()
            ->json('proposals');
        $of = collect($proposals)->firstWhere('type', 'dividend');
        $this->assertEqualsWithDelta(100 * $dividend->amount, (float) $of['amount'], 0.006);
        $this->assertEqualsWithDelta(0.15 * (float) $of['amount'], (float) $of['tax'], 0.006);
        $taken = $this->postJson("/api/v1/portfolios/{$this->id}/proposals", ['ids' => [$of['id']]])
            ->assertCreated()
            ->json();
        $this->assertSame(1, $taken['entered']);
        $this->postJson("/api/v1/portfolios/{$this->id}/proposals", ['ids' => [$of['id']]])->assertUnprocessable();
        $this->assertCount(count($proposals) - 1, $this->getJson("/api/v1/portfolios/{$this->id}/proposals")->json('proposals'));
        $this->postJson("/api/v1/portfolio-files/{$taken['file']}/undo")->assertNoContent();
        $this->assertCount(count($proposals), $this->getJson("/api/v1/portfolios/{$this->id}/proposals")->json('proposals'));
        $this->enter(array_intersect_key($of, array_flip(['type', 'day', 'security', 'currency', 'amount', 'tax'])))->assertCreated();
        $this->assertCount(count($proposals) - 1, $this->getJson("/api/v1/portfolios/{$this->id}/proposals")->json('proposals'));
        $split = CorporateAction::query()->where('kind', 'split')->orderByDesc('ex_date')->first();
        if ($split !== null) {
            $of = Listing::query()->where('security_id', $split->security_id)->where('main', true)->firstOrFail();
            $id = $this->make(['currency' => $of->currency]);
            $before = self::iso(Day::plus((int) $split->ex_date, -9));
            $this->enter(
                ['day' => $before, 'type' => 'buy', 'security' => $of->ticker, 'quantity' => '3', 'price' => '5'],
                $id,
            )->assertCreated();
            $told = collect($this->getJson("/api/v1/portfolios/{$id}/proposals")->json('proposals'))->firstWhere('type', 'split');
            $this->assertEqualsWithDelta((float) $split->ratio, (float) $told['ratio'], 1e-9);
        }
    }

    /** What counts is when it was traded: the shares are there when the split comes, whenever they were delivered. */
    public function test_a_split_between_trade_and_settlement_counts_what_was_traded_before_it(): void
    {
        $split = CorporateAction::query()->where('kind', 'split')->where('ratio', '>', 1)->orderByDesc('ex_date')->firstOrFail();
        $listing = Listing::query()->where('security_id', $split->security_id)->where('main', true)->firstOrFail();
        $this->id = $this->make(['currency' => $listing->currency]);
        $ex = (int) $split->ex_date;
        $of = ['type' => 'buy', 'security' => $listing->ticker, 'price' => '5'];
        $this->enter([...$of, 'day' => self::iso(Day::plus($ex, -1)), 'settled_on' => self::iso(Day::plus($ex, 1)), 'quantity' => '8']);
        $this->enter([...$of, 'day' => self::iso($ex), 'settled_on' => self::iso(Day::plus($ex, 2)), 'quantity' => '3']);
        $told = collect($this->getJson("/api/v1/portfolios/{$this->id}/proposals")->json('proposals'))->firstWhere('type', 'split');
        $this->assertSame(8, $told['held'], 'not what was bought on the day of the split, in new shares');
        $this->postJson("/api/v1/portfolios/{$this->id}/proposals", ['ids' => [$told['id']]])->assertCreated();
        $held = fn (): float => (float) $this->getJson("/api/v1/portfolios/{$this->id}")->json('positions.0.quantity');
        $this->assertEqualsWithDelta(8 * $split->ratio + 3, $held(), 1e-9);
    }

    #[DataProvider('kindsGiven')]
    public function test_what_came_to_a_share_is_taken_by_one_key_and_leaves_the_worth_as_it_was(string $kind, string $code): void
    {
        $some = CorporateAction::query()->where('kind', 'rights')->where('ex_date', '<', self::TODAY)->orderByDesc('ex_date');
        $action = $some->firstOrFail();
        $action->update(['kind' => $kind]);
        $listing = Listing::query()->where('security_id', $action->security_id)->where('main', true)->firstOrFail();
        $ex = (int) $action->ex_date;
        $this->id = $this->make(['currency' => $listing->currency]);
        $bought = ['type' => 'buy', 'security' => $listing->ticker, 'quantity' => '100', 'price' => '10'];
        $this->enter(['day' => self::iso(Day::plus($ex, -60)), ...$bought])->assertCreated();
        $path = "/api/v1/portfolios/{$this->id}/proposals?as_of=".self::iso($ex);
        $told = collect($this->getJson($path)->json('proposals'))->firstWhere('came', $kind);
        $before = (float) Bar::query()->where('listing_id', $listing->id)->where('day', '<', $ex)->orderByDesc('day')->value('close');
        $share = 1 - 1 / $action->ratio;
        $this->assertEqualsWithDelta($before * $share, (float) $told['instrument']['price'], 1e-8);
        $this->assertSame("{$listing->ticker} {$code} ".substr((string) $ex, 2), $told['new_security']);

        $take = fn (): TestResponse => $this->postJson("/api/v1/portfolios/{$this->id}/proposals", [
            'ids' => [$told['id']],
            'as_of' => self::iso($ex),
        ]);
        $file = $take()->assertCreated()->json('file');
        $take()->assertUnprocessable();
        $positions = collect($this->getJson("/api/v1/portfolios/{$this->id}?as_of=".self::iso($ex))->json('positions'))->keyBy('ticker');
        $new = $positions[$told['new_security']];
        $this->assertEqualsWithDelta([100, 1000 * $share, 100 * $before * $share], [$new['quantity'], $new['cost'], $new['value']], 1e-6);
        $this->assertEqualsWithDelta(1000 * (1 - $share), $positions[$listing->ticker]['cost'], 1e-6, 'what was paid is shared out');

        $this->postJson("/api/v1/portfolio-files/{$file}/undo")->assertNoContent();
        $this->assertContains($told['id'], array_column($this->getJson($path)->json('proposals'), 'id'));
        $take()->assertCreated();
        $this->assertSame(1, Instrument::query()->where('code', $told['new_security'])->count(), 'taken again it is the same');
    }

    /** @return array<string, array{string, string}> */
    public static function kindsGiven(): array
    {
        return ['rights' => ['rights', 'RIGHTS'], 'shares of another company' => ['spin_off', 'SPIN-OFF']];
    }

    public function test_rights_taken_up_by_hand_are_not_proposed(): void
    {
        $rights = CorporateAction::query()
            ->where('kind', 'rights')
            ->where('ex_date', '<', self::TODAY)
            ->orderByDesc('ex_date')
            ->firstOrFail();
        $listing = Listing::query()->where('security_id', $rights->security_id)->where('main', true)->firstOrFail();
        $this->id = $this->make(['currency' => $listing->currency]);
        $bought = ['type' => 'buy', 'security' => $listing->ticker, 'quantity' => '100', 'price' => '10'];
        $came = fn (): array => collect($this->getJson("/api/v1/portfolios/{$this->id}/proposals")->json('proposals'))
            ->where('event', self::iso((int) $rights->ex_date))
            ->pluck('came')
            ->all();
        $this->enter(['day' => self::iso(Day::plus((int) $rights->ex_date, -60)), ...$bought])->assertCreated();
        $this->assertSame(['rights'], $came());
        $this->enter(['day' => self::iso(Day::plus((int) $rights->ex_date, 10)), ...$bought])->assertCreated();
        $this->assertSame([], $came());
    }

    public function test_what_if_shows_the_trade_and_enters_nothing(): void
    {
        [$day, $close] = $this->bar(10);
        $this->enter(['day' => self::iso($day), 'type' => 'deposit', 'amount' => '100000'])->assertCreated();
        $trade = ['day' => self::iso($day), 'type' => 'buy', 'security' => $this->ticker, 'quantity' => '100', 'price' => (string) $close];
        $told = $this->postJson("/api/v1/portfolios/{$this->id}/what-if", $trade)
            ->assertOk()
            ->json();
        $this->assertSame([], $told['before']['positions']);
        $this->assertSame(100.0, (float) $told['after']['positions'][0]['quantity']);
        $this->assertSame([], $this->show()['positions']);
        $this->postJson("/api/v1/portfolios/{$this->id}/what-if", [...$trade, 'type' => 'sell'])->assertUnprocessable();
        $this->assertSame(1, $this->show()['entries']);
    }

    public function test_an_instrument_is_held_at_its_own_prices_and_multiplier(): void
    {
        $bond = [...self::fund(), 'code' => 'BND 30', 'kind' => 'bond', 'multiplier' => '0.01', 'currency' => $this->currency];
        $id = $this->postJson('/api/v1/instruments', $bond)->assertCreated()->json('id');
        $this->postJson('/api/v1/instruments', $bond)->assertUnprocessable();
        $this->enter([
            'day' => '2025-01-10',
            'type' => 'buy',
            'security' => 'BND 30',
            'quantity' => '5000',
            'price' => '98.50',
        ])->assertCreated();
        $this->assertSame(4925.0, (float) $this->show()['positions'][0]['value'], 'what was paid is a price');
        $this->putJson("/api/v1/instruments/{$id}/prices", ['prices' => [['day' => '2025-06-10', 'price' => 101.25]]])->assertOk();
        $position = $this->show()['positions'][0];
        $this->assertSame([5062.5, 98.5, 101.25], [$position['value'], $position['average_cost'], $position['price']]);
        $this->assertSame('bond', $position['business']);
        $this->putJson("/api/v1/instruments/{$id}", [...$bond, 'multiplier' => '1'])->assertUnprocessable();
        $this->deleteJson("/api/v1/instruments/{$id}")->assertUnprocessable();
    }

    public function test_it_is_looked_through_to_its_companies_and_scored_against_a_screen(): void
    {
        [$day, $close] = $this->bar(10);
        $this->enter([
            'day' => self::iso($day),
            'type' => 'buy',
            'security' => $this->ticker,
            'quantity' => '10',
            'price' => (string) $close,
        ])->assertCreated();
        $told = $this->postJson("/api/v1/portfolios/{$this->id}/through", [
            'screen' => ['name' => 'Dear', 'criteria' => ['market_cap > 0', 'market_cap < 0'], 'columns' => [], 'universe' => []],
        ])
            ->assertOk()
            ->json();
        $this->assertSame(
            [[1.0, 0.0], [0.0, 1.0]],
            array_map(static fn (array $of): array => [(float) $of['met'], (float) $of['failed']], $told['criteria']),
        );
        $figure = collect($told['figures'])->firstWhere('key', 'earnings_yield');
        $this->assertEqualsWithDelta(1.0, $figure['covered'], 1e-9);
        $this->assertNotNull($figure['value']);
        $this->assertSame(
            [],
            $this->postJson("/api/v1/portfolios/{$this->id}/through", ['screen' => []])
                ->assertOk()
                ->json('scores'),
        );
    }

    public function test_money_of_another_currency_is_told_apart_from_what_the_price_did(): void
    {
        $base = $this->currency === 'XCR' ? 'XVN' : 'XCR';
        $this->id = $this->make(['currency' => $base]);
        [$day, $close] = $this->bar(400);
        $this->enter([
            'day' => self::iso($day),
            'type' => 'buy',
            'security' => $this->ticker,
            'quantity' => '10',
            'price' => (string) $close,
        ])->assertCreated();
        $of = $this->show()['positions'][0];
        $this->assertEqualsWithDelta($of['unrealised'], $of['unrealised_price'] + $of['unrealised_currency'], 1e-6);
        $this->assertNotEqualsWithDelta(0.0, $of['unrealised_currency'], 1e-6);
        $this->assertSame($this->currency, $this->show()['cash'][0]['currency']);
        $this->assertLessThan(0, $this->show()['cash'][0]['amount']);
        $id = $this->make(['currency' => $base, 'keeps_cash' => false]);
        $this->enter(
            ['day' => self::iso($day), 'type' => 'buy', 'security' => $this->ticker, 'quantity' => '10', 'price' => (string) $close],
            $id,
        );
        $this->assertSame([], $this->show('', $id)['cash']);
        $told = $this->getJson("/api/v1/portfolios/{$id}/performance")->json();
        $this->assertEqualsWithDelta($of['unrealised'], $told['gain'], 0.01);
    }

    public function test_income_received_and_to_come_is_told_by_month(): void
    {
        $dividend = Dividend::query()->where('paid_on', '<', self::TODAY)->orderByDesc('ex_date')->firstOrFail();
        $listing = Listing::query()->where('security_id', $dividend->security_id)->where('main', true)->firstOrFail();
        $this->id = $this->make(['currency' => $listing->currency]);
        $this->enter([
            'day' => self::iso(Day::plus((int) $dividend->ex_date, -20)),
            'type' => 'buy',
            'security' => $listing->ticker,
            'quantity' => '100',
            'price' => '10',
        ])->assertCreated();
        $this->enter([
            'day' => self::iso((int) $dividend->paid_on),
            'type' => 'dividend',
            'security' => $listing->ticker,
            'amount' => '40',
            'tax' => '6',
        ]);
        $told = $this->getJson("/api/v1/portfolios/{$this->id}/income")
            ->assertOk()
            ->json();
        $this->assertSame([40.0, 6.0], [(float) $told['received'][0]['dividends'], (float) $told['received'][0]['tax']]);
        $this->assertEqualsWithDelta($told['gross'], array_sum(array_column($told['expected'], 'gross')), 1e-9);
        $this->assertEqualsWithDelta(0.85 * $told['gross'], $told['net'], 1e-9);
        $each = $told['positions'][0];
        $this->assertEqualsWithDelta(100 * $dividend->amount * count($each['payments']), $each['gross'], 1e-6);
        $lots = $this->getJson("/api/v1/portfolios/{$this->id}/lots")
            ->assertOk()
            ->json();
        $this->assertSame(['100', '1000'], [$lots['lots'][0]['quantity'], $lots['lots'][0]['cost']]);
    }

    public function test_what_is_kept_of_the_accounts_is_made_anew_when_something_changes(): void
    {
        [$day, $close] = $this->bar(30);
        $this->enter([
            'day' => self::iso($day),
            'type' => 'buy',
            'security' => $this->ticker,
            'quantity' => '10',
            'price' => (string) $close,
        ]);
        $this->show();
        $this->enter([
            'day' => self::iso($day),
            'type' => 'buy',
            'security' => $this->ticker,
            'quantity' => '10',
            'price' => (string) (2 * $close),
        ]);
        $sell = ['day' => self::iso($day), 'type' => 'sell', 'security' => $this->ticker, 'quantity' => '10', 'price' => (string) $close];
        $this->enter($sell)->assertCreated();
        $this->assertEqualsWithDelta(20 * $close, $this->show()['positions'][0]['cost'], 1e-6, 'the first lot was sold');
        $settings = [
            'name' => 'Long run',
            'currency' => $this->currency,
            'cost_method' => 'average',
            'keeps_cash' => true,
            'withholding' => 0,
        ];
        $this->putJson("/api/v1/portfolios/{$this->id}", $settings)->assertOk();
        $this->assertEqualsWithDelta(15 * $close, $this->show()['positions'][0]['cost'], 1e-6, 'half of all was sold');
        $this->assertSame(4, Portfolio::query()->findOrFail($this->id)->revision);
    }

    /** Whatever is entered, in whatever order, is taken or refused in words, and what is taken holds together. */
    public function test_random_transactions_are_taken_or_refused_and_the_books_reconcile(): void
    {
        mt_srand(17);
        $other = $this->currency === 'XCR' ? 'XVN' : 'XCR';
        $odd = ['', '0', '-1', '1e3', '1,5', '٣', '0.0000000000000000001', '99999999999999999999', 'NaN', '7', '12.5', '3'];
        $pick = static fn (array $of): mixed => $of[mt_rand(0, count($of) - 1)];
        $types = [
            'buy',
            'buy',
            'sell',
            'dividend',
            'interest',
            'fee',
            'tax',
            'deposit',
            'withdrawal',
            'split',
            'transfer_in',
            'transfer_out',
            'currency_exchange',
            'spin_off',
            'bonus',
        ];
        $taken = 0;
        for ($i = 0; $i < 150; $i++) {
            $answer = $this->enter([
                'day' => $pick([self::iso($this->bar(mt_rand(0, 900))[0]), '2026-13-01', '0001-01-01', '2031-01-01']),
                'type' => $pick($types),
                'security' => $pick([$this->ticker, 'ORTN', 'GRME', '', "'; drop table bars; --"]),
                'new_security' => $pick(['QSCW', $this->ticker, '']),
                'currency' => $pick(['', $this->currency, $other, 'ZZZ']),
                'to_currency' => $pick([$other, $this->currency, '']),
                ...array_map(
                    static fn (): string => (string) $pick(mt_rand(0, 11) === 0 ? $odd : ['7', '12.5', '3', '1e1']),
                    array_flip(['quantity', 'price', 'amount', 'to_amount', 'ratio', 'cost']),
                ),
            ]);
            $this->assertContains($answer->status(), [201, 404, 422], (string) $answer->getContent());
            $taken += $answer->status() === 201 ? 1 : 0;
        }
        $this->assertGreaterThan(10, $taken);
        $told = $this->show();
        $this->assertSame($taken, $told['entries']);
        $lots = $this->getJson("/api/v1/portfolios/{$this->id}/lots")
            ->assertOk()
            ->json('lots');
        foreach ($told['positions'] as $position) {
            $own = array_filter($lots, static fn (array $lot): bool => $lot['ticker'] === $position['ticker']);
            $this->assertEqualsWithDelta($position['quantity'], array_sum(array_map(floatval(...), array_column($own, 'quantity'))), 1e-9);
            $this->assertEqualsWithDelta($position['cost'], array_sum(array_map(floatval(...), array_column($own, 'cost'))), 1e-6);
        }
        $performance = $this->getJson("/api/v1/portfolios/{$this->id}/performance")
            ->assertOk()
            ->json();
        $end = end($performance['values']);
        if ($end !== null && $told['total'] !== null) {
            $this->assertEqualsWithDelta($told['total'], $end, 1e-6 * max(1, abs($end)));
        }
        foreach (['/income', '/proposals', '/entries', '/report?as=html'] as $path) {
            $this->get("/api/v1/portfolios/{$this->id}{$path}", ['Accept' => 'application/json'])->assertOk();
        }
        $csv = $this->get("/api/v1/portfolios/{$this->id}/entries.csv")->streamedContent();
        $this->id = $this->make(['currency' => $this->currency]);
        $file = $this->handIn('all.csv', $csv)->assertCreated()->json();
        $this->assertSame([], array_values(array_filter(array_column($file['rows'], 'problem'))));
        $again = array_column(array_filter($file['rows'], static fn (array $row): bool => $row['is_there']), 'row');
        $this->postJson("/api/v1/portfolio-files/{$file['id']}/take", ['again' => $again])
            ->assertOk()
            ->assertJson(['entered' => $taken]);
        $this->assertEquals($told['positions'], $this->show()['positions']);
    }

    public function test_of_two_who_change_the_same_books_at_once_none_is_lost(): void
    {
        $portfolio = Portfolio::query()->findOrFail($this->id);
        $before = $portfolio->revision;
        $this->enter(['day' => '2025-03-03', 'type' => 'deposit', 'amount' => '10'])->assertCreated();
        // A page that was opened before still enters on top of what came since.
        $stale = Portfolio::query()->findOrFail($this->id);
        $this->enter(['day' => '2025-03-04', 'type' => 'deposit', 'amount' => '5'])->assertCreated();
        $this->app
            ->make(Entries::class)
            ->enter(User::query()->findOrFail($stale->user_id), $stale, ['day' => '2025-03-05', 'type' => 'deposit', 'amount' => '1']);
        $this->assertSame(16.0, (float) $this->show()['total']);
        $this->assertSame($before + 3, Portfolio::query()->findOrFail($this->id)->revision);
    }
}
