<?php

declare(strict_types=1);

namespace Tests\Reference;

use App\Models\Change;
use App\Models\Note;
use App\Models\Role;
use App\Models\User;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\Group;
use Tests\DemoTestCase;

/** Two companies that are the same become one, with everything of both, and become two again when that is taken back. */
final class CompanyMergeTest extends DemoTestCase
{
    private const TABLES = [
        'companies',
        'securities',
        'listings',
        'identifiers',
        'former_attributes',
        'filings',
        'facts',
        'estimates',
        'observations',
        'holdings',
        'insider_trades',
        'transactions',
        'corrections',
        'notes',
        'valuations',
        'decisions',
        'company_list_items',
        'dividends',
        'corporate_actions',
        'judgements',
        'one_offs',
        'template_choices',
    ];

    private User $editor;

    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->editor = $this->someone('Edith', Role::Editor));
        // Reports that called Brannoch Saltworks by another name made a second company of it.
        $this->postJson('/api/v1/companies', [
            'name' => 'Brannoch Salt Works Limited',
            'exchange' => 'XQOS',
            'ticker' => 'BSWL',
            'template' => 'industrial',
            'reporting_currency' => 'XCR',
            'fiscal_year_end_month' => 12,
        ])->assertCreated();
        $this->import("Company,Line,Period,Value,Filed on,Currency\nBSWL,revenue,2010,123456000,2011-03-01,XCR\n", [
            'scale' => 1,
        ]);
        $this->import("Ticker,Date,Close\nBSWL,2010-06-30,11\nBSWL,2010-07-01,12\n");
    }

    /** @param  array<string, mixed>  $mapping */
    private function import(string $content, array $mapping = []): void
    {
        $file = UploadedFile::fake()->createWithContent('table.csv', $content);
        $import = $this->post('/api/v1/imports', ['file' => $file], ['Accept' => 'application/json'])
            ->assertCreated()
            ->json();
        $mapping === [] || $this->putJson("/api/v1/imports/{$import['id']}", $mapping)->assertOk();
        $this->postJson("/api/v1/imports/{$import['id']}/store")->assertOk();
    }

    /** @return array<string, list<array<string, mixed>>> */
    private function everything(): array
    {
        $rows = [];
        foreach (self::TABLES as $table) {
            $rows[$table] = array_map(
                static fn (object $row): array => (array) $row,
                DB::table($table)->orderBy('id')->get()->all(),
            );
        }

        return $rows;
    }

    private function undo(): \Illuminate\Testing\TestResponse
    {
        return $this->deleteJson('/api/v1/changes/'.Change::query()->whereNull('undone_at')->max('id'));
    }

    public function test_figures_prices_notes_and_lists_of_both_are_of_one_and_all_of_it_is_taken_back(): void
    {
        $bob = $this->someone('Bob', Role::Reader);
        Note::query()->create(['user_id' => $bob->id, 'company_id' => $this->companyId('BSWL'), 'body' => 'Salt.']);
        $list = $this->postJson('/api/v1/lists', ['name' => 'Both', 'tickers' => ['BRSW', 'BSWL']])
            ->assertCreated()
            ->json('id');
        $before = $this->everything();
        $into = $this->companyId('BRSW');
        $filings = DB::table('filings')->where('company_id', $into)->count();
        $this->postJson('/api/v1/companies/BSWL/merge', ['into' => 'BRSW'])
            ->assertOk()
            ->assertJsonPath('ticker', 'BRSW');
        $this->assertSame(0, DB::table('companies')->where('name', 'Brannoch Salt Works Limited')->count());
        $this->assertSame($filings + 1, DB::table('filings')->where('company_id', $into)->count());
        $this->assertSame(
            123456000.0,
            (float) DB::table('facts')->where('company_id', $into)->where('period', 20100)->value('value'),
        );
        // Its listing is another of the same share, and its prices stay with it.
        $share = $this->listing('BRSW')->security_id;
        $this->assertSame([$share, false], [$this->listing('BSWL')->security_id, (bool) $this->listing('BSWL')->main]);
        $this->assertSame(2, DB::table('bars')->where('listing_id', $this->listing('BSWL')->id)->count());
        $this->assertSame($into, (int) DB::table('notes')->where('user_id', $bob->id)->value('company_id'));
        $this->assertSame(
            [$into],
            DB::table('company_list_items')
                ->where('company_list_id', $list)
                ->pluck('company_id')
                ->map(intval(...))
                ->all(),
        );
        // Files that call it by the other name find it from now on.
        $this->import("Company,Ex-date,Amount\nBrannoch Salt Works Limited,2026-06-15,0.4\n");
        $this->assertSame(1, DB::table('dividends')->where('security_id', $share)->where('ex_date', 20260615)->count());
        $this->deleteJson('/api/v1/imports/'.DB::table('imports')->max('id'))->assertOk();
        $this->undo()->assertOk()->assertJsonPath('what', 'Brannoch Salt Works Limited merged into Brannoch Saltworks');
        $this->assertEquals($before, $this->everything());
    }

    public function test_where_only_the_other_has_prices_they_stand_for_the_company(): void
    {
        $this->postJson('/api/v1/companies', [
            'name' => 'Empty Shell',
            'exchange' => 'XQTH',
            'ticker' => 'SHEL',
            'template' => 'industrial',
            'reporting_currency' => 'XCR',
            'fiscal_year_end_month' => 12,
        ])->assertCreated();
        $this->postJson('/api/v1/companies/BSWL/merge', ['into' => 'SHEL'])->assertOk();
        $this->assertSame([true, false], [(bool) $this->listing('BSWL')->main, (bool) $this->listing('SHEL')->main]);
        $this->assertSame('Empty Shell', $this->getJson('/api/v1/companies/BSWL')->assertOk()->json('name'));
    }

    public function test_shares_with_different_numbers_stay_two_classes(): void
    {
        DB::table('identifiers')->insert([
            'security_id' => $this->listing('BSWL')->security_id,
            'scheme' => 'isin',
            'value' => 'QA000BSWL007',
        ]);
        $this->postJson('/api/v1/companies/BSWL/merge', ['into' => 'BRSW'])->assertOk();
        $classes = $this->getJson('/api/v1/companies/BRSW/identity')->json('securities');
        $this->assertSame([true, false], array_column($classes, 'main'));
        $this->assertSame('BSWL', $classes[1]['listings'][0]['ticker']);
    }

    public function test_it_is_in_an_index_once_at_a_time(): void
    {
        $index = (int) $this->listing('IXOS')->security_id;
        $known = (int) $this->listing('IXTH')->security_id;
        [$gone, $kept] = [$this->companyId('BSWL'), $this->companyId('BRSW')];
        foreach ([[$index, 20200101, null], [$known, 20180101, null], [$known, 20100101, 20110101]] as [$of, $from, $to]) {
            DB::table('index_members')->insert(['index_id' => $of, 'company_id' => $gone, 'from_day' => $from, 'to_day' => $to]);
        }
        $before = DB::table('index_members')->orderBy('index_id')->orderBy('company_id')->orderBy('from_day')->get()->all();
        $this->postJson('/api/v1/companies/BSWL/merge', ['into' => 'BRSW'])->assertOk();
        $days = static fn (int $of): array => DB::table('index_members')
            ->where('index_id', $of)
            ->where('company_id', $kept)
            ->orderBy('from_day')
            ->pluck('from_day')
            ->map(intval(...))
            ->all();
        $this->assertSame([20200101], $days($index));
        $this->assertSame([20100101, 20140102], $days($known), 'a membership within another adds nothing');
        $this->undo()->assertOk();
        $after = DB::table('index_members')->orderBy('index_id')->orderBy('company_id')->orderBy('from_day')->get()->all();
        $this->assertEquals($before, $after);
    }

    public function test_dividends_both_know_are_counted_once(): void
    {
        $known = DB::table('dividends')
            ->where('security_id', $this->listing('BRSW')->security_id)
            ->orderBy('id')
            ->first();
        $this->assertNotNull($known);
        $row = [
            'security_id' => $this->listing('BSWL')->security_id,
            'paid_on' => 20100601,
            'amount' => 9.0,
            'currency' => 'XCR',
        ];
        DB::table('dividends')->insert([[...$row, 'ex_date' => $known->ex_date], [...$row, 'ex_date' => 20100601]]);
        $count = DB::table('dividends')->count();
        $this->postJson('/api/v1/companies/BSWL/merge', ['into' => 'BRSW'])->assertOk();
        $of = DB::table('dividends')->where('security_id', $this->listing('BRSW')->security_id);
        $this->assertSame(
            [$count - 1, 1],
            [DB::table('dividends')->count(), (clone $of)->where('ex_date', 20100601)->count()],
        );
        $this->assertEquals(
            $known->amount,
            $of->where('ex_date', $known->ex_date)->value('amount'),
            'what was there stays',
        );
    }

    public function test_what_reports_differently_is_not_merged(): void
    {
        $this->postJson('/api/v1/companies/BRSW/merge', ['into' => 'BRSW'])
            ->assertStatus(422)
            ->assertJsonPath('detail', 'A company is not merged with itself');
        $this->putJson('/api/v1/companies/BSWL/profile', ['fiscal_year_end_month' => 6])->assertOk();
        $this->postJson('/api/v1/companies/BSWL/merge', ['into' => 'BRSW'])
            ->assertStatus(422)
            ->assertJsonPath(
                'detail',
                'The fiscal year of Brannoch Salt Works Limited ends in month 6, that of Brannoch Saltworks in month 12. '.
                    'Correct the one that is wrong first',
            );
        $this->putJson('/api/v1/companies/BSWL/profile', [
            'fiscal_year_end_month' => 12,
            'reporting_currency' => 'XQA',
        ])->assertOk();
        $this->postJson('/api/v1/companies/BSWL/merge', ['into' => 'BRSW'])->assertStatus(422);
        $this->postJson('/api/v1/companies/BSWL/merge', ['into' => 'NOBODY'])->assertNotFound();
        $this->actingAs($this->someone('Rita', Role::Reader));
        $this->postJson('/api/v1/companies/BSWL/merge', ['into' => 'BRSW'])->assertForbidden();
    }

    public function test_what_came_later_keeps_a_merge_from_being_taken_back_in_part(): void
    {
        $this->postJson('/api/v1/companies/BSWL/merge', ['into' => 'BRSW'])->assertOk();
        DB::table('filings')->where('company_id', $this->companyId('BRSW'))->where('period', 20100)->delete();
        $before = $this->everything();
        $this->undo()
            ->assertStatus(422)
            ->assertJsonPath('detail', 'What it changed was changed again since. Undo the later change first');
        $this->assertEquals($before, $this->everything());
    }

    /** Whatever somebody has of a company, and of both, goes over and comes back; nothing of it keeps them from being merged. */
    #[Group('sqlite')]
    public function test_what_a_reader_has_of_each_goes_over_and_comes_back(): void
    {
        [$gone, $kept] = [$this->companyId('BSWL'), $this->companyId('BRSW')];
        $tables = [
            'prices_of_interest',
            'candidates',
            'looked_companies',
            'condition_states',
            'condition_calls',
            'own_estimates',
            'peers',
            'costs_of_capital',
            'bottom_up_betas',
            'transaction_choices',
        ];
        foreach ($tables as $table) {
            DB::table($table)->where('company_id', $kept)->delete();
            self::row($table, $gone);
        }
        self::row('candidates', $kept);
        $of = static fn (int $company): array => array_map(
            static fn (string $table): int => DB::table($table)->where('company_id', $company)->count(),
            $tables,
        );
        $before = [$of($gone), $of($kept)];
        $this->postJson('/api/v1/companies/BSWL/merge', ['into' => 'BRSW'])->assertSuccessful();
        $this->assertSame([array_fill(0, 10, 0), array_fill(0, 10, 1)], [$of($gone), $of($kept)]);
        $this->deleteJson('/api/v1/changes/'.Change::query()->max('id'))->assertSuccessful();
        $this->assertSame($before, [$of($gone), $of($kept)]);
    }

    /** A row of a table for a company: what must be given is some row of what it refers to, a number or a text. */
    private static function row(string $table, int $company): void
    {
        $refers = collect(DB::select("pragma foreign_key_list({$table})"))->pluck('table', 'from');
        $row = [];
        foreach (DB::select("pragma table_info({$table})") as $column) {
            $other = $refers->get($column->name);
            if ($column->name === 'company_id') {
                $row['company_id'] = $company;
            } elseif ($other !== null) {
                $row[$column->name] = DB::table($other)->value('id') ?? ($column->notnull ? self::some($other) : null);
            } elseif ($column->notnull && $column->dflt_value === null && ! $column->pk) {
                $row[$column->name] = str_contains($column->type, 'char') || str_contains($column->type, 'text') ? 'a' : 1;
            }
        }
        DB::table($table)->insert($row);
    }

    private static function some(string $table): int
    {
        self::row($table, (int) DB::table('companies')->min('id'));

        return (int) DB::table($table)->max('id');
    }
}
