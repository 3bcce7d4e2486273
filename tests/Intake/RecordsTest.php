<?php

declare(strict_types=1);

namespace Tests\Intake;

use App\Feature\Intake\CompanyMatching;
use App\Feature\Intake\ImportPass;
use App\Feature\Intake\Mapping;
use App\Feature\Intake\Outcome;
use App\Feature\Intake\Records\Records;
use App\Models\Import;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use Logion\Intake\Refusal;
use Logion\Intake\TableKind;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\DemoTestCase;

/** What each kind of record takes, stores and refuses, word by word. */
final class RecordsTest extends DemoTestCase
{
    private User $user;

    private Import $import;

    protected function setUp(): void
    {
        parent::setUp();
        $this->user = $this->someone();
        $this->import = Import::query()->create([
            'user_id' => $this->user->id,
            'name' => 'x.csv',
            'path' => '/nowhere',
            'size' => 1,
            'digest' => 'x',
            'format' => 'csv',
            'state' => 'previewed',
            'mapping' => [],
        ]);
    }

    /** @return iterable<string, array{string, ?float}> */
    public static function ratios(): iterable
    {
        foreach (
            [
                '10:1' => 10.0,
                '1:10' => 0.1,
                '3 for 2' => 1.5,
                '2-for-1' => 2.0,
                '3/2' => 1.5,
                '1.5' => 1.5,
                ' 2 ' => 2.0,
                '1 FOR 20' => 0.05,
                '5 to 4' => 1.25,
            ] as $text => $ratio
        ) {
            yield (string) $text => [(string) $text, $ratio];
        }
        foreach (['0', '-2', '1:0', 'many', '2:1:1', '99999', '', '1e5', 'NaN'] as $text) {
            yield "no ratio: {$text}" => [(string) $text, null];
        }
    }

    #[DataProvider('ratios')]
    public function test_splits(string $text, ?float $ratio): void
    {
        $outcome = $this->takes(TableKind::Splits, [['company' => 1, 'day' => 20260601, 'ratio' => $text]]);
        if ($ratio === null) {
            $this->assertSame(
                [["\"{$text}\" is no ratio such as 10, 10:1 or 1 for 20"], 0],
                [array_column($outcome->refused, 'reason'), DB::table('corporate_actions')->where('import_id', $this->import->id)->count()],
            );
        } else {
            $this->assertEqualsWithDelta(
                $ratio,
                (float) DB::table('corporate_actions')->where('import_id', $this->import->id)->value('ratio'),
                1e-15,
            );
        }
    }

    /** @return iterable<string, array{string, float, ?float}> direction, shares in the file, shares stored */
    public static function directions(): iterable
    {
        foreach (
            [
                '' => [-5.0, -5.0],
                'Purchase' => [5.0, 5.0],
                'buy' => [5.0, 5.0],
                'B' => [5.0, 5.0],
                'P' => [5.0, 5.0],
                'Acquired' => [-5.0, 5.0],
                'Sale' => [5.0, -5.0],
                'SOLD' => [5.0, -5.0],
                'S' => [5.0, -5.0],
                'open market sale' => [5.0, -5.0],
                'Disposal' => [-5.0, -5.0],
                'Gift' => [5.0, null],
                '7' => [5.0, null],
            ] as $direction => [$shares, $stored]
        ) {
            yield "\"{$direction}\"" => [(string) $direction, $shares, $stored];
        }
    }

    #[DataProvider('directions')]
    public function test_insider_trades(string $direction, float $shares, ?float $stored): void
    {
        $outcome = $this->takes(TableKind::InsiderTrades, [
            ['company' => 1, 'day' => 20260601, 'insider' => 'M. Tarn', 'direction' => $direction, 'shares' => $shares, 'price' => 2.0],
        ]);
        $found = DB::table('insider_trades')->where('import_id', $this->import->id)->value('shares');
        $this->assertSame([$stored, $stored === null ? 1 : 0], [$found === null ? null : (float) $found, $outcome->counts['refused']]);
    }

    public function test_transactions_keep_decimals_exactly(): void
    {
        $record = [
            'company' => 1,
            'day' => 20260601,
            'portfolio' => '',
            'direction' => 'Bought',
            'shares' => 0.1,
            'price' => 20.12345678,
            'costs' => 3.0,
        ];
        $outcome = $this->takes(TableKind::Transactions, [
            $record,
            ['portfolio' => 'Main', 'direction' => 'dividend income'] + $record,
            ['direction' => 'sell', 'shares' => 1e6] + $record,
            ['direction' => 'swap'] + $record,
            ['shares' => 0.0] + $record,
            ['price' => -1.0] + $record,
        ]);
        $this->assertSame(['new' => 3, 'changed' => 0, 'same' => 0, 'conflict' => 0, 'refused' => 3], $outcome->counts);
        $this->assertSame(
            [
                ['Imported', 'buy', '0.1', '20.12345678', '3'],
                ['Main', 'dividend', '0.1', '20.12345678', '3'],
                ['Imported', 'sell', '1000000', '20.12345678', '3'],
            ],
            DB::table('transactions')
                ->where('user_id', $this->user->id)
                ->orderBy('id')
                ->get()
                ->map(static fn (object $t): array => [$t->portfolio, $t->kind, $t->shares, $t->price, $t->costs])
                ->all(),
        );
        $this->assertSame(
            2,
            $this->takes(TableKind::Transactions, [$record, $record])->counts['same'],
            'what is stored is not stored twice',
        );
    }

    public function test_positions_are_purchases_at_cost(): void
    {
        $outcome = $this->takes(TableKind::Positions, [
            ['company' => 1, 'shares' => 10.0, 'price' => 5.0],
            ['company' => 2, 'day' => 20240105, 'shares' => 3.0, 'price' => 7.0],
            ['company' => 3, 'shares' => -3.0, 'price' => 7.0],
        ]);
        $this->assertSame(
            [[1, self::TODAY, 'buy', '10'], [2, 20240105, 'buy', '3']],
            DB::table('transactions')
                ->orderBy('company_id')
                ->get()
                ->map(static fn (object $t): array => [(int) $t->company_id, (int) $t->day, $t->kind, $t->shares])
                ->all(),
        );
        $this->assertSame(
            [['Positions without a day count as bought on 2026-06-30, the latest day there is.'], ['a position sold short is not kept']],
            [$outcome->warnings, array_column($outcome->refused, 'reason')],
        );
    }

    public function test_dividends_are_in_the_currency_of_the_share(): void
    {
        $currency = (string) DB::table('listings')->where('id', 1)->value('currency');
        $outcome = $this->takes(TableKind::Dividends, [
            ['company' => 1, 'day' => 20260601, 'amount' => 0.5, 'currency' => strtolower($currency)],
            ['company' => 1, 'day' => 20260602, 'amount' => 0.5],
            ['company' => 1, 'day' => 20260603, 'amount' => 0.5, 'currency' => 'QQQ'],
            ['company' => 1, 'day' => 20260604, 'amount' => 0.0],
            ['company' => 1, 'day' => 20260605, 'amount' => -1.0],
        ]);
        $this->assertSame(
            [2, ["the dividend is in QQQ, the share trades in {$currency}", 'a dividend of 0 is none', 'a dividend of -1 is none']],
            [$outcome->counts['new'], array_column($outcome->refused, 'reason')],
        );
        $this->assertSame(
            [[20260601, $currency, 20260601]],
            array_slice(
                DB::table('dividends')
                    ->where('import_id', $this->import->id)
                    ->orderBy('ex_date')
                    ->get()
                    ->map(static fn (object $d): array => [(int) $d->ex_date, $d->currency, (int) $d->paid_on])
                    ->all(),
                0,
                1,
            ),
            'paid on the ex-date where nothing else is said',
        );
    }

    public function test_estimates_take_their_period_by_the_companys_calendar_and_only_what_analysts_estimate(): void
    {
        DB::table('companies')
            ->where('id', 2)
            ->update(['fiscal_year_end_month' => 6]);
        $of = static fn (int $company, string $line, string $period): array => [
            'company' => $company,
            'line' => $line,
            'period' => $period,
            'day' => 20260615,
            'mean' => 10.0,
        ];
        $outcome = $this->takes(TableKind::Estimates, [
            $of(1, 'Revenue', '2027-03-31'),
            $of(2, 'Revenue', '2027-03-31'),
            $of(1, 'ebitda', '2027'),
            $of(1, 'Weather', '2027'),
            $of(1, 'Revenue', 'soon'),
        ]);
        $this->assertSame(
            [[1, 'ebitda', 20270], [1, 'revenue', 20271], [2, 'revenue', 20273]],
            DB::table('estimates')
                ->where('import_id', $this->import->id)
                ->orderBy('company_id')
                ->orderBy('line')
                ->get()
                ->map(static fn (object $e): array => [(int) $e->company_id, $e->line, (int) $e->period])
                ->all(),
        );
        $this->assertSame(
            ['"Weather" is no line analysts estimate', '"soon" is no fiscal period such as 2023, Q1 2024 or 2023-12-31'],
            array_column($outcome->refused, 'reason'),
        );
        $stored = DB::table('estimates')->where('import_id', $this->import->id)->first();
        $this->assertSame([10.0, 10.0, 1], [(float) $stored->high, (float) $stored->low, (int) $stored->analysts]);
    }

    /** @return iterable<string, array{string, float, array<string, true>, float|null}> item, mean, cells with scales, what is stored */
    public static function scalesOfEstimates(): iterable
    {
        yield 'as the last report' => ['Revenue', 2.1e9, [], 2.1e9];
        yield 'the label says millions' => ['Revenue (XCR million)', 2100.5, [], 2100500000.0];
        yield 'behind a comma' => ['Revenue, XCR bn', 2.1, [], 2.1e9];
        yield 'the cell says it itself' => ['Revenue (XCR million)', 2.1e9, ['mean' => true], 2.1e9];
        yield 'nothing says it' => ['Revenue', 100.0, [], null];
        yield 'half of revenue' => ['ebitda', 0.9e9, [], 0.9e9];
        yield 'a hundred-thousandth of revenue' => ['ebitda', 9000.0, [], null];
        yield 'a share' => ['Diluted earnings per share', 2.15, [], 2.15];
    }

    /** @param  array<string, true>  $scaled */
    #[DataProvider('scalesOfEstimates')]
    public function test_estimates_are_asked_for_their_scale(string $item, float $mean, array $scaled, ?float $stored): void
    {
        $record = ['company' => 1, 'line' => $item, 'period' => '2027', 'day' => 20260615, 'mean' => $mean, 'scaled' => $scaled];
        $outcome = $this->takes(TableKind::Estimates, [$record]);
        $this->assertSame($stored === null ? ['scale'] : [], array_keys($outcome->questions), (string) json_encode($outcome->doubts));
        $known = DB::table('estimates')->where('import_id', $this->import->id)->value('mean');
        $stored === null || $this->assertSame($stored, (float) $known);
    }

    public function test_segments_take_the_scale_only_where_they_are_money(): void
    {
        $part = static fn (string $axis, string $member, string $line, float $value, string $period = '2025'): array => [
            'company' => 1,
            'axis' => $axis,
            'member' => $member,
            'line' => $line,
            'period' => $period,
            'value' => $value,
            'unit' => 'tonnes',
        ];
        $outcome = $this->takes(
            TableKind::Drivers,
            [
                $part('Business segment', 'Salt', 'Revenue', 60.0),
                $part('Geography', 'North', 'Revenue', 40.0),
                $part('operating', 'Brine', '', 7.0),
                $part('Colour', 'Red', 'Revenue', 1.0),
                $part('', 'Fish', 'Hauls', 3.0),
                $part('', 'Fish', 'Revenue', 3.0, 'never'),
            ],
            new Mapping('drivers', scale: 1000.0, filedOn: 20260301),
        );
        $this->assertSame(
            [
                ['business', 'Salt', 'revenue', 'money', 60000.0],
                ['region', 'North', 'revenue', 'money', 40000.0],
                ['driver', 'Brine', 'value', 'tonnes', 7.0],
                ['business', 'Fish', 'Hauls', 'tonnes', 3.0],
            ],
            DB::table('breakdown_facts')
                ->join('filings', 'filings.id', '=', 'breakdown_facts.filing_id')
                ->where('import_id', $this->import->id)
                ->orderBy('breakdown_facts.id')
                ->get()
                ->map(static fn (object $p): array => [$p->axis, $p->member, $p->line, $p->unit, (float) $p->value])
                ->all(),
        );
        $this->assertSame(['row 4', 'row 6'], array_column($outcome->refused, 'place'));
        $this->assertSame(1, DB::table('filings')->where('import_id', $this->import->id)->count(), 'one filing for the year');
    }

    public function test_segments_that_name_no_scale_are_asked_for_it_unless_they_add_up_to_what_is_known(): void
    {
        $revenue = (float) DB::table('facts')
            ->where(['company_id' => 1, 'line' => 'revenue', 'period' => 20250])
            ->value('value');
        $part = static fn (string $member, float $value, string $unit = ''): array => [
            'company' => 1,
            'axis' => 'Business',
            'member' => $member,
            'line' => 'Revenue',
            'period' => '2025',
            'value' => $value,
            'unit' => $unit,
        ];
        $mapping = new Mapping('drivers', filedOn: 20260301);
        $stored = fn (): array => DB::table('breakdown_facts')
            ->join('filings', 'filings.id', '=', 'filing_id')
            ->where('import_id', $this->import->id)
            ->orderByDesc('breakdown_facts.id')
            ->limit(2)
            ->pluck('value')
            ->map(floatval(...))
            ->all();
        $asked = $this->takes(TableKind::Drivers, [$part('Salt', 60.0), $part('Fish', 40.0)], $mapping);
        $this->assertStringStartsWith('The file does not say whether its amounts are whole', $asked->questions['scale'] ?? '');
        $told = $this->takes(TableKind::Drivers, [$part('Kelp', $revenue / 4e6), $part('Rope', (3 * $revenue) / 4e6)], $mapping);
        $this->assertSame([[], 1], [$told->questions, count($told->warnings)]);
        $this->assertEqualsWithDelta([(3 * $revenue) / 4, $revenue / 4], $stored(), 1.0);
        $named = $this->takes(TableKind::Drivers, [$part('Tar', 6.5, 'XCR thousand'), $part('Wax', 4.0, 'in millions')], $mapping);
        $this->assertSame([[], [4_000_000.0, 6_500.0]], [$named->questions, $stored()]);
    }

    public function test_nine_months_become_the_third_quarter_by_difference_or_are_refused(): void
    {
        $row = static fn (string $line, string $period, float $value): array => [
            'company' => 1,
            'line' => $line,
            'period' => $period,
            'value' => $value,
        ];
        $mapping = new Mapping('figures', scale: 1.0, filedOn: 20311231, accept: ['figure_off', 'scale_off', 'shifted']);
        $stored = fn (): array => DB::table('facts')
            ->join('filings', 'filings.id', '=', 'filing_id')
            ->where('import_id', $this->import->id)
            ->orderBy('line')
            ->orderBy('facts.period')
            ->get(['line', 'facts.period', 'value', 'title'])
            ->map(
                static fn (object $fact): array => [
                    "{$fact->line}@{$fact->period}",
                    (float) $fact->value,
                    str_contains($fact->title, 'by difference'),
                ],
            )
            ->all();
        $outcome = $this->takes(
            TableKind::Figures,
            [
                $row('Revenue', '9M 2030', 90.0),
                $row('Revenue', 'H1 2030', 55.0),
                $row('Gross profit', 'Nine months 2030', 31.0),
                $row('Gross profit', 'Q1 2030', 10.0),
                $row('Gross profit', 'Q2 2030', 12.0),
                $row('Net income', '9M 2030', 9.0),
                $row('Total assets', '9M 2030', 700.0),
            ],
            $mapping,
        );
        $this->assertSame(['row 6'], array_column($outcome->refused, 'place'));
        $this->assertStringContainsString(
            'of nine months is no quarter, and nothing is known of the six months before',
            $outcome->refused[0]['reason'],
        );
        $this->assertSame(
            [
                ['gross_profit@20301', 10.0, false],
                ['gross_profit@20302', 12.0, false],
                ['gross_profit@20303', 9.0, true],
                ['revenue@20303', 35.0, true],
                ['revenue@20306', 55.0, false],
                ['total_assets@20303', 700.0, false],
            ],
            $stored(),
        );
        // What was stored before counts as well, and a quarter that contradicts is asked about.
        $this->takes(TableKind::Figures, [$row('Net income', 'H1 2030', 5.0)], $mapping);
        $then = $this->takes(TableKind::Figures, [$row('Net income', '9M 2030', 9.0), $row('Gross profit', '9M 2030', 40.0)], $mapping);
        $this->assertSame(['quarter:gross_profit@20303'], array_keys($then->doubts));
        $this->assertContains(['net_income@20303', 4.0, true], $stored());
    }

    public function test_figures_refuse_another_currency_and_what_was_public_before_its_end(): void
    {
        $currency = (string) DB::table('companies')->where('id', 1)->value('reporting_currency');
        $of = static fn (string $line, string $period, int $filedOn, ?string $currency = null): array => [
            'company' => 1,
            'line' => $line,
            'period' => $period,
            'value' => 5.0,
            'filed_on' => $filedOn,
            ...$currency === null ? [] : ['currency' => $currency],
        ];
        $outcome = $this->takes(TableKind::Figures, [
            $of('Revenue', '2031', 20320301, $currency),
            $of('Net income', '2031', 20320301, 'ZZZ'),
            $of('Inventories', '2031', 20310301),
            $of('Harbour bells', '2031', 20320301),
            $of('Total assets', '2031', 20320301, 'thousand'),
        ]);
        $this->assertSame(['new' => 2, 'changed' => 0, 'same' => 0, 'conflict' => 0, 'refused' => 2], $outcome->counts);
        $this->assertSame(['Harbour bells' => 1], $outcome->unmapped);
        $reasons = implode(' | ', array_column($outcome->refused, 'reason'));
        $this->assertStringContainsString('the figure is in ZZZ', $reasons);
        $this->assertStringContainsString('cannot have been public on 2031-03-01', $reasons);
    }

    public function test_prices_without_high_and_low_keep_those_that_are_stored_as_long_as_they_fit(): void
    {
        $bar = DB::table('bars')->where('listing_id', 1)->orderByDesc('day')->first();
        $middle = ((float) $bar->high + (float) $bar->low) / 2;
        $this->takes(TableKind::Prices, [['company' => 1, 'day' => (int) $bar->day, 'close' => (string) $middle]]);
        $now = DB::table('bars')->where('listing_id', 1)->where('day', $bar->day)->first();
        $this->assertSame(
            [(float) $bar->high, (float) $bar->low, $middle, (float) $bar->volume],
            [(float) $now->high, (float) $now->low, (float) $now->close, (float) $now->volume],
        );
        $this->import = $this->import->replicate();
        $this->import->save();
        $this->takes(TableKind::Prices, [
            ['company' => 1, 'day' => (int) $bar->day, 'close' => 2 * (float) $bar->high, 'open' => 3 * (float) $bar->high],
        ]);
        $now = DB::table('bars')->where('listing_id', 1)->where('day', $bar->day)->first();
        $this->assertSame([3 * (float) $bar->high, 2 * (float) $bar->high], [(float) $now->high, (float) $now->low]);
        $refused = $this->takes(TableKind::Prices, [
            ['company' => 1, 'day' => 20260105, 'close' => '1e999'],
            ['company' => 1, 'day' => 20260105, 'close' => '0'],
            ['company' => 1, 'day' => 20260105, 'close' => '5', 'volume' => '-1'],
            ['company' => 1, 'day' => 20260105, 'high' => '4', 'low' => '3', 'close' => '5'],
        ]);
        $this->assertSame(4, $refused->counts['refused']);
    }

    public function test_broker_notes(): void
    {
        $note = static fn (string $advice, float $target, string $text = ''): array => [
            'company' => 1,
            'day' => 20260615,
            'house' => 'Quill Research',
            'rating' => $advice,
            'target' => $target,
            'text' => $text,
        ];
        $outcome = $this->takes(TableKind::BrokerNotes, [
            [...$note('Outperform', 12.5, 'Tins sell.'), 'house' => 'Tarn & Sons'],
            $note('under review', 3.0),
            $note('reduce', 0.0),
            $note('Reduce', 3.0),
            $note('sell', 3.0),
        ]);
        $this->assertSame(
            [
                '"under review" is no advice to buy, hold or sell. Write one of these words, or one that houses use for it.',
                'A price target is more than nothing.',
            ],
            array_column($outcome->refused, 'reason'),
        );
        $stored = DB::table('ratings')->where('import_id', $this->import->id)->orderBy('id')->get();
        $this->assertSame(
            [['Tarn & Sons', 'buy', 12.5, 'Tins sell.'], ['Quill Research', 'sell', 3.0, '']],
            $stored->map(static fn (object $of): array => [$of->house, $of->rating, (float) $of->target, $of->text])->all(),
        );
        $this->assertSame(1, $outcome->counts['same']);
    }

    public function test_past_transactions_are_known_by_target_and_day_and_what_cannot_be_is_refused(): void
    {
        $sold = static fn (array $of): array => [
            'company' => 1,
            'announced_on' => 20240304,
            'target' => 'Ashkeel Ropewalk',
            'acquirer' => 'Osk Point Chandlers',
            'industry' => '13',
            'currency' => 'xcr',
            'price' => 60e6,
            ...$of,
        ];
        $outcome = $this->takes(TableKind::PastTransactions, [
            $sold(['stake' => 0.6, 'net_debt' => 20e6, 'revenue' => 120e6, 'buyer' => 'Company', 'payment' => 'Cash']),
            $sold(['stake' => 0.6, 'net_debt' => 20e6]),
            $sold(['stake' => 0.6, 'revenue' => 130e6]),
            $sold(['announced_on' => 20260701]),
            $sold(['target' => 'Whole Ropewalk', 'stake' => 60.0]),
            $sold(['target' => 'Whole Ropewalk', 'buyer' => 'king']),
            $sold(['target' => 'Whole Ropewalk']),
        ]);
        $this->assertSame([2, 1, 1], [$outcome->counts['new'], $outcome->counts['same'], $outcome->counts['changed']]);
        $this->assertSame(
            [
                '2026-07-01 has not come yet: a past transaction was announced before.',
                '6000 % is no part of a company: write more than nothing and at most the whole.',
                '"king" is no kind of buyer; there are company, fund, managers, other.',
            ],
            array_column($outcome->refused, 'reason'),
        );
        $rows = DB::table('past_transactions')->where('target', 'like', '% Ropewalk')->orderBy('target')->get();
        $this->assertSame([0.6, 1.0], $rows->pluck('stake')->map(floatval(...))->all(), 'without a word on it the whole was bought');
        $this->assertSame(
            [130e6, 'company', 'cash', 'XCR'],
            [(float) $rows[0]->revenue, $rows[0]->buyer, $rows[0]->payment, $rows[0]->currency],
        );
        $this->assertSame('other', $rows[1]->buyer);
        $this->assertNull($rows[1]->net_debt, 'what is not told is not nothing');
    }

    public function test_buildings_and_leases_are_filed_with_their_year(): void
    {
        $company = $this->companyId('MWPR');
        $building = static fn (string $name, float $value, ?float $area = null): array => [
            'company' => $company,
            'building' => $name,
            'period' => '2025',
            'place' => 'Ashkeel',
            'area' => $area,
            'value' => $value,
        ];
        $whole = new Mapping(TableKind::Buildings->value, scale: 1000.0);
        $outcome = $this->takes(TableKind::Buildings, [$building('New Mews', 250.0, 90.0), $building('Old Works', 1.5)], $whole);
        $this->assertSame([2, []], [$outcome->counts['new'], $outcome->refused]);
        $rows = DB::table('buildings')
            ->join('filings', 'filings.id', '=', 'filing_id')
            ->where('import_id', $this->import->id)
            ->orderBy('buildings.id')
            ->get(['name', 'place', 'area', 'let_area', 'value', 'filings.period', 'filing_id']);
        $this->assertSame(
            [['New Mews', 'Ashkeel', 90.0, null, 250_000.0, 20250], ['Old Works', 'Ashkeel', null, null, 1500.0, 20250]],
            $rows
                ->map(
                    static fn (object $of): array => [
                        $of->name,
                        $of->place,
                        $of->area === null ? null : (float) $of->area,
                        $of->let_area,
                        (float) $of->value,
                        (int) $of->period,
                    ],
                )
                ->all(),
        );
        $this->assertCount(1, $rows->pluck('filing_id')->unique(), 'one report tells of both');
        $again = $this->takes(TableKind::Buildings, [$building('New Mews', 250.0, 90.0), $building('Old Works', 1.6)], $whole);
        $this->assertSame([1, 1], [$again->counts['same'], $again->counts['changed']]);

        $lease = static fn (string $tenant, string $period, ?int $ends = null): array => [
            'company' => $company,
            'tenant' => $tenant,
            'period' => $period,
            'rent' => 12.0,
            'ends_on' => $ends,
            'scaled' => ['rent' => true],
        ];
        $outcome = $this->takes(TableKind::Leases, [
            $lease('Tarn & Sons', '2025', 20311231),
            $lease('Tarn & Sons', '2025', 20331231),
            $lease('Ulvey', 'some day'),
        ]);
        $this->assertSame(
            [2, ['"some day" is no fiscal period such as 2023, Q1 2024 or 2023-12-31']],
            [$outcome->counts['new'], array_column($outcome->refused, 'reason')],
        );
        $this->assertSame(
            [[12.0, 20311231], [12.0, 20331231]],
            DB::table('leases')
                ->join('filings', 'filings.id', '=', 'filing_id')
                ->where('import_id', $this->import->id)
                ->orderBy('leases.id')
                ->get()
                ->map(static fn (object $of): array => [(float) $of->rent, (int) $of->ends_on])
                ->all(),
        );
    }

    public function test_classes_of_loans_and_insurance_are_known_by_their_words(): void
    {
        $row = static fn (string $axis, string $member): array => [
            'company' => 1,
            'axis' => $axis,
            'member' => $member,
            'line' => 'count',
            'period' => '2025',
            'value' => 5.0,
        ];
        $this->takes(TableKind::Drivers, [
            $row('Loan class', 'Boats'),
            $row('Securities held', 'Bonds'),
            $row('Line of insurance', 'Motor'),
            $row('Share class', 'B'),
        ]);
        $this->assertSame(
            ['Boats' => 'loans', 'Bonds' => 'securities', 'Motor' => 'insurance', 'B' => 'class'],
            DB::table('breakdown_facts')
                ->join('filings', 'filings.id', '=', 'filing_id')
                ->where('import_id', $this->import->id)
                ->orderBy('breakdown_facts.id')
                ->pluck('axis', 'member')
                ->all(),
        );
    }

    /**
     * @param  list<array<string, mixed>>  $records
     */
    private function takes(TableKind $kind, array $records, ?Mapping $mapping = null): Outcome
    {
        $outcome = new Outcome();
        $taker = Records::of(
            $kind,
            new ImportPass(
                $this->import,
                $mapping ?? new Mapping($kind->value),
                [],
                $this->app->make(CompanyMatching::class),
                null,
                null,
                $this->import->id,
                $outcome,
            ),
        );
        foreach ($records as $i => $record) {
            $record['listing'] = $this->app->make(CompanyMatching::class)->listed($record['company'], $record['day'] ?? self::TODAY);
            try {
                $taker->add($record, $i + 1);
            } catch (Refusal $refusal) {
                $outcome->refuse('row '.($i + 1), $refusal->getMessage());
            }
        }
        $taker->finish();

        return $outcome;
    }
}
