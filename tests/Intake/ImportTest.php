<?php

declare(strict_types=1);

namespace Tests\Intake;

use App\Models\Import;
use App\Models\Listing;
use App\Models\User;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use PhpOffice\PhpSpreadsheet\Spreadsheet;
use PhpOffice\PhpSpreadsheet\Writer\Ods;
use PhpOffice\PhpSpreadsheet\Writer\Xlsx;
use Tests\DemoTestCase;
use Tests\TemporaryFiles;

/** Files of every format through the API: preview, change of the mapping, storing, undo. */
final class ImportTest extends DemoTestCase
{
    use TemporaryFiles;

    private User $user;

    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->user = $this->someone());
    }

    public function test_prices_are_previewed_stored_and_undone_and_the_same_file_twice_changes_nothing(): void
    {
        $before = $this->everything();
        $known = DB::table('bars')->where('listing_id', 1)->orderByDesc('day')->limit(3)->get();
        $csv = "Date,Open,High,Low,Close,Volume\n";
        foreach ($known->reverse() as $bar) {
            $csv .= sprintf("%s,,%s,%s,%s,%s\n", $this->iso((int) $bar->day), $bar->high, $bar->low, $bar->close, $bar->volume);
        }
        $csv .= "2026-07-01,1,1.2,0.9,1.1,1000\n2026-07-02,10,9,12,11,1000\n2026-07-03,a,b,c,d,e\n2026-07-01,1,1.2,0.9,1.1,1000\n";
        $import = $this->handIn('BRSW prices.csv', $csv);
        $this->assertSame(['prices', 'BRSW'], [$import['mapping']['kind'], $import['mapping']['company']]);
        $this->assertSame(['new' => 1, 'changed' => 0, 'same' => 4, 'conflict' => 0, 'refused' => 2], $import['preview']['counts']);
        $this->assertSame(['row 6', 'row 7'], array_column($import['preview']['refused'], 'place'));
        $this->assertStringContainsString('high 9, low 12', $import['preview']['refused'][0]['reason']);
        $this->assertStringContainsString('more than once', implode(' ', $import['preview']['warnings']));
        $this->assertSame($before, $this->everything(), 'a preview stores nothing');
        $this->store($import, ['jumps']);
        $this->assertSame(1.1, (float) DB::table('bars')->where('listing_id', 1)->where('day', 20260701)->value('close'));
        $this->assertSame('2026-07-01', $this->getJson('/api/v1/status')->json('latest_day'), 'the program moves to the new day');
        $this->assertEqualsWithDelta(1.1, $this->getJson('/api/v1/companies/BRSW')->json('price.close'), 1e-9);
        $again = $this->handIn('BRSW prices.csv', $csv);
        $this->assertSame(0, $again['preview']['counts']['new'] + $again['preview']['counts']['changed']);
        $this->assertStringContainsString('The same file was imported', $again['preview']['warnings'][0]);
        $this->postJson("/api/v1/imports/{$import['id']}/store")->assertStatus(422);
        $this->deleteJson("/api/v1/imports/{$import['id']}")
            ->assertOk()
            ->assertJsonPath('state', 'undone');
        $this->assertSame($before, $this->everything());
        $this->assertSame('2026-06-30', $this->getJson('/api/v1/status')->json('latest_day'));
    }

    public function test_a_file_that_goes_through_the_companies_day_by_day_is_taken_as_any_other(): void
    {
        $before = $this->everything();
        [$one, $two] = DB::table('listings')
            ->whereIn('id', [1, 2])
            ->orderBy('id')
            ->pluck('ticker')
            ->all();
        $start = DB::table('bars')->min('day');
        $csv = "Date,Ticker,Close\n";
        $days = 11_000;
        for ($i = 0; $i < $days; $i++) {
            // From 1970 on, long before anything that is stored; the second company falls to a tenth on one day.
            $day = gmdate('Y-m-d', 86400 * $i);
            $csv .= "{$day},{$one},50\n{$day},{$two},".($i < 10_500 ? 50 : 5)."\n";
        }
        // Long after its first row, a day comes again: once the same, once otherwise.
        $csv .= "1970-01-02,{$one},50\n1970-01-02,{$two},51\n";
        $this->assertLessThan($start, (int) gmdate('Ymd', 86400 * $days));
        $import = $this->handIn('two companies.csv', $csv);
        $this->store($import, ['jumps']);
        $stored = $this->getJson("/api/v1/imports/{$import['id']}")->json();
        $this->assertSame(['new' => 2 * $days, 'changed' => 0, 'same' => 1, 'conflict' => 0, 'refused' => 1], $stored['preview']['counts']);
        $this->assertStringContainsString('1970-01-02 twice with other closes, 50 and 51', $stored['preview']['refused'][0]['reason']);
        $this->assertSame(
            [
                "{$one}: days stand in the file more than once; each is taken once.",
                "{$two}: the close goes from 50 to 5 on 1998-10-01. A split that is not among the splits, or a slip of units? ".
                'Import the split first, or take the prices as they are.',
            ],
            $stored['preview']['warnings'],
        );
        $this->assertSame(2 * $days, DB::table('bars')->where('import_id', $import['id'])->count());
        $this->deleteJson("/api/v1/imports/{$import['id']}")->assertOk();
        $this->assertSame($before, $this->everything());
    }

    public function test_a_fall_on_the_day_of_a_split_of_the_share_is_no_slip(): void
    {
        $listing = Listing::query()
            ->where('main', true)
            ->whereColumn('id', '<>', 'security_id')
            ->whereHas('security', static fn ($security) => $security->where('kind', 'share')->where('main', true))
            ->firstOrFail();
        $csv = "Date,Ticker,Close\n1970-01-05,{$listing->ticker},500\n1970-01-06,{$listing->ticker},50\n1970-01-07,{$listing->ticker},5\n";
        DB::table('corporate_actions')->insert([
            'security_id' => $listing->security_id,
            'kind' => 'split',
            'ex_date' => 19700106,
            'ratio' => 10,
        ]);
        $this->assertSame(
            [
                'jumps' => "{$listing->ticker}: the close goes from 50 to 5 on 1970-01-07. A split that is not among the ".
                    'splits, or a slip of units? '.
                    'Import the split first, or take the prices as they are.',
            ],
            $this->handIn('split.csv', $csv)['preview']['doubts'],
        );
    }

    public function test_figures_line_by_line_make_one_filing_for_each_period_and_day(): void
    {
        [$one, $two] = DB::table('listings')
            ->whereIn('id', [1, 2])
            ->orderBy('id')
            ->pluck('ticker')
            ->all();
        $csv = "Company,Line,Period,Value (XCR million),Filed on\n";
        foreach (['Revenue' => 900, 'Net income' => 90, 'Total assets' => 1800] as $line => $value) {
            foreach ([$one, $two] as $ticker) {
                foreach ([1991, 1992] as $year) {
                    $csv .= "{$ticker},{$line},FY {$year},".($value + $year).','.($year + 1)."-03-01\n";
                }
            }
        }
        $csv .= "{$one},Revenue,FY 1991,7,1992-03-01\n";
        $import = $this->handIn('line by line.csv', $csv);
        $this->store($import);
        $this->assertSame(
            [['1991', 3], ['1991', 3], ['1992', 3], ['1992', 3]],
            DB::table('filings')
                ->join('facts', 'facts.filing_id', '=', 'filings.id')
                ->where('import_id', $import['id'])
                ->groupBy('filings.id')
                ->orderBy('filings.period')
                ->selectRaw('filings.period / 10 as year, count(*) as facts')
                ->get()
                ->map(static fn (object $row): array => [(string) $row->year, (int) $row->facts])
                ->all(),
        );
        $this->assertSame(
            [['place' => 'row 14', 'reason' => 'The figure already stands in row 2 with another amount']],
            $import['preview']['refused'],
        );
    }

    public function test_a_table_read_as_another_kind_has_its_columns_recognised_anew(): void
    {
        $import = $this->handIn('BRSW.csv', "Date,Amount,Price\n2026-05-04,0.4,10\n");
        $this->assertSame(['prices', ['day', null, 'close']], [$import['mapping']['kind'], $import['mapping']['columns']]);
        $other = $this->putJson("/api/v1/imports/{$import['id']}", ['kind' => 'dividends'])->assertOk();
        $this->assertSame(['dividends', ['day', 'amount', null]], [$other->json('mapping.kind'), $other->json('mapping.columns')]);
        $this->assertSame(1, array_sum($other->json('preview.counts')));
        $this->putJson("/api/v1/imports/{$import['id']}", ['kind' => 'nothing'])->assertStatus(422);
    }

    public function test_a_table_with_a_foreign_heading_asks_for_the_column_it_does_not_know(): void
    {
        $import = $this->handIn('BRSW.csv', "Date;Schluss;Volume\n01.07.2026;140,25;1.000\n02.07.2026;141,5;1.200\n");
        $this->assertSame(
            ['prices', ['day', null, 'volume'], ['close' => 'Which column is "Close"?']],
            [$import['mapping']['kind'], $import['mapping']['columns'], $import['preview']['questions']],
        );
        $this->postJson("/api/v1/imports/{$import['id']}/store")->assertStatus(422);
        $answered = $this->putJson("/api/v1/imports/{$import['id']}", ['columns' => ['day', 'close', 'volume']])
            ->assertOk()
            ->json();
        $this->assertSame(
            [[], 2, 'day first', ','],
            [
                $answered['preview']['questions'],
                $answered['preview']['counts']['new'],
                $answered['mapping']['dates'],
                $answered['mapping']['decimal'],
            ],
        );
        $this->assertSame(140.25, $answered['preview']['examples'][0]['found']);
        $this->post(
            '/api/v1/imports',
            ['file' => UploadedFile::fake()->createWithContent('x.csv', "A;B\n1;2\n")],
            ['Accept' => 'application/json'],
        )->assertStatus(422);
    }

    public function test_a_file_of_which_nothing_can_be_taken_is_not_stored(): void
    {
        $import = $this->handIn('BRSW.csv', "Date,Close\n2026-05-04,-3\n");
        $this->postJson("/api/v1/imports/{$import['id']}/store")
            ->assertStatus(422)
            ->assertJsonPath(
                'detail',
                'Nothing in the file can be stored. row 2: The prices contradict each other: high -3, low -3, close -3',
            );
        $this->assertSame('previewed', $this->getJson("/api/v1/imports/{$import['id']}")->json('state'));
    }

    public function test_previews_nobody_comes_back_to_are_forgotten(): void
    {
        $old = $this->handIn('BRSW.csv', "Date,Close\n2026-07-01,3\n");
        $path = \App\Models\Import::query()->findOrFail($old['id'])->path;
        DB::table('imports')
            ->where('id', $old['id'])
            ->update(['updated_at' => now()->subDays(31)]);
        $this->assertFileExists($path);
        $young = $this->handIn('BRSW.csv', "Date,Close\n2026-07-02,3\n");
        Artisan::call('model:prune');
        $this->assertFileDoesNotExist($path);
        $this->getJson("/api/v1/imports/{$young['id']}")->assertOk();
        Artisan::call('schedule:list');
        $this->assertMatchesRegularExpression('/0 +0 +\* +\* +\* .*model:prune/', Artisan::output());
        $this->getJson("/api/v1/imports/{$old['id']}")->assertStatus(404);
    }

    public function test_replaced_prices_come_back_and_a_later_import_is_undone_first(): void
    {
        $before = $this->everything();
        $day = (int) DB::table('bars')->where('listing_id', 2)->max('day');
        $first = $this->handIn('ORTN.csv', "Date,Close\n{$this->iso($day)},77.5\n");
        $this->assertSame(1, $first['preview']['counts']['changed']);
        $this->assertNotNull($first['preview']['examples'][0]['stored']);
        $this->store($first);
        $second = $this->handIn('ORTN.csv', "Date,Close\n{$this->iso($day)},78.5\n");
        $this->store($second);
        $this->assertSame(78.5, (float) DB::table('bars')->where('listing_id', 2)->where('day', $day)->value('close'));
        $this->deleteJson("/api/v1/imports/{$first['id']}")
            ->assertStatus(422)
            ->assertJsonFragment(['title' => 'The request cannot be answered']);
        $this->deleteJson("/api/v1/imports/{$second['id']}")->assertOk();
        $this->assertSame(77.5, (float) DB::table('bars')->where('listing_id', 2)->where('day', $day)->value('close'));
        $this->deleteJson("/api/v1/imports/{$first['id']}")->assertOk();
        $this->assertSame($before, $this->everything());
    }

    public function test_a_statement_tells_new_same_changed_and_conflicting_figures_and_the_choice_counts(): void
    {
        $revenue = (float) DB::table('facts')->where('company_id', 1)->where('line', 'revenue')->where('period', 20240)->value('value');
        $csv =
            "Brannoch Saltworks\nXCR thousands,,\n,FY 2024,FY 2023\nNet sales,".
            $revenue / 1000 .
            ",999\nOrder intake,5,6\nShort-term investments,12,x\n";
        $import = $this->handIn('annual.csv', $csv);
        $this->assertSame(
            ['statement', 'BRSW', 1000, 'XCR'],
            [$import['mapping']['kind'], $import['mapping']['company'], $import['mapping']['scale'], $import['mapping']['currency']],
        );
        $this->assertSame(['new' => 1, 'changed' => 0, 'same' => 1, 'conflict' => 1, 'refused' => 1], $import['preview']['counts']);
        $this->assertSame(['label' => 'Order intake', 'count' => 2], $import['preview']['unmapped'][0]);
        $ofRevenue = array_filter($import['preview']['examples'], static fn (array $e): bool => str_contains($e['what'], 'Revenue'));
        $this->assertSame('conflict', array_values($ofRevenue)[0]['status']);
        // The unknown label is mapped by hand, the conflict is decided.
        $import = $this->putJson("/api/v1/imports/{$import['id']}", [
            'lines' => ['Order intake' => 'remaining_performance_obligation'],
            'conflicts' => 'take',
            'filed_after' => 80,
        ])
            ->assertOk()
            ->json();
        $this->assertSame([], $import['preview']['unmapped']);
        $this->assertSame(3, $import['preview']['counts']['new']);
        $this->store($import, ['figure_off']);
        $this->assertSame(999000.0, $this->line('BRSW', 'revenue', 20230));
        $this->assertSame(
            ['5000', '12000'],
            array_map(static fn (float $x): string => (string) (int) $x, [
                (float) DB::table('facts')
                    ->where('company_id', 1)
                    ->where('line', 'remaining_performance_obligation')
                    ->where('period', 20240)
                    ->value('value'),
                (float) DB::table('facts')
                    ->where('company_id', 1)
                    ->where('line', 'short_term_investments')
                    ->where('period', 20240)
                    ->value('value'),
            ]),
        );
        // Decided once, remembered.
        $this->assertSame(
            [],
            $this->handIn('BRSW next.csv', "XCR thousands,,\n,FY 2024,FY 2023\nNet sales,1,2\nOrder intake,5,6\n")['preview']['unmapped'],
        );
        $this->deleteJson("/api/v1/imports/{$import['id']}")->assertOk();
        $this->assertNotSame(999000.0, $this->line('BRSW', 'revenue', 20230));
    }

    public function test_a_restatement_with_its_filing_day_counts_from_that_day(): void
    {
        $import = $this->handIn(
            'BRSW.csv',
            "Line,Period,Value,Filed on,Unit\nRevenue,FY 2023,123456,2025-08-01,XCR\nRevenue,FY 2023,1,2023-06-01,XCR\n",
        );
        $this->assertSame('figures', $import['mapping']['kind']);
        $this->assertSame([1, 1], [$import['preview']['counts']['changed'], $import['preview']['counts']['refused']]);
        $this->assertStringContainsString('cannot have been public on 2023-06-01', $import['preview']['refused'][0]['reason']);
        $this->store($import, ['figure_off']);
        $this->assertSame(123456.0, $this->line('BRSW', 'revenue', 20230));
        $this->assertNotSame(123456.0, $this->line('BRSW', 'revenue', 20230, '2025-07-31'));
        $this->assertSame(123456.0, $this->line('BRSW', 'revenue', 20230, '2025-08-01'));
    }

    public function test_undoing_the_import_that_made_a_company_leaves_what_others_brought_and_made(): void
    {
        $new = [
            'name' => 'Umber Reach Lanterns',
            'ticker' => 'UMRL',
            'exchange' => 'XQTH',
            'template' => 'industrial',
            'currency' => 'XCR',
            'year_end' => 12,
        ];
        $make = function () use ($new): array {
            $import = $this->handIn('lanterns.csv', "XCR million,2024,2023\nRevenue,120,100\nNet profit,12,10\nTotal assets,200,180\n");
            $import = $this->putJson("/api/v1/imports/{$import['id']}", ['new_company' => $new])->json();
            $this->store($import);

            return $import;
        };
        $left = fn (): int => DB::table('companies')->where('name', 'Umber Reach Lanterns')->count();
        foreach (
            [
                'prices' => ['prices.csv', "Ticker,Date,Close\nUMRL,2026-06-29,9\nUMRL,2026-06-30,9.1\n", 'bars'],
                'dividends' => ['dividends.csv', "Ticker,Ex-date,Amount\nUMRL,2026-05-04,0.4\n", 'dividends'],
            ] as [$name, $content, $table]
        ) {
            $first = $make();
            $before = DB::table($table)->count();
            $this->actingAs($this->someone("Ben {$table}"));
            $second = $this->handIn($name, $content);
            $this->store($second);
            $rows = DB::table($table)->count() - $before;
            $this->assertGreaterThan(0, $rows);
            $this->actingAs($this->user);
            $this->deleteJson("/api/v1/imports/{$first['id']}")->assertOk();
            $this->assertSame([1, $rows], [$left(), DB::table($table)->count() - $before], "{$table} of another stay, and so ".
                'does the company');
            $this->deleteJson("/api/v1/imports/{$second['id']}")->assertOk();
            DB::table('companies')->where('name', 'Umber Reach Lanterns')->delete();
        }
        $first = $make();
        $company = DB::table('companies')->where('name', 'Umber Reach Lanterns')->value('id');
        DB::table('judgements')->insert([
            'user_id' => $this->user->id,
            'company_id' => $company,
            'subject' => 'jump:revenue:20240',
            'note' => 'A new lamp.',
        ]);
        $this->deleteJson("/api/v1/imports/{$first['id']}")->assertOk();
        $this->assertSame([1, 1], [$left(), DB::table('judgements')->where('company_id', $company)->count()]);
    }

    public function test_a_new_company_is_made_with_its_figures_and_goes_with_the_undo(): void
    {
        $before = $this->everything();
        $import = $this->handIn('lanterns.csv', "XCR million,2024,2023\nRevenue,120,100\nNet profit,12,10\nTotal assets,200,180\n");
        $this->assertArrayHasKey('company', $import['preview']['questions']);
        $this->postJson("/api/v1/imports/{$import['id']}/store")->assertStatus(422);
        $new = [
            'name' => 'Umber Reach Lanterns',
            'ticker' => 'UMRL',
            'exchange' => 'XQTH',
            'template' => 'industrial',
            'currency' => 'XCR',
            'year_end' => 12,
        ];
        $this->putJson("/api/v1/imports/{$import['id']}", ['new_company' => [...$new, 'template' => 'circus']])->assertStatus(422);
        $import = $this->putJson("/api/v1/imports/{$import['id']}", ['new_company' => $new])
            ->assertOk()
            ->json();
        $this->assertSame(6, $import['preview']['counts']['new']);
        $this->assertSame($before, $this->everything(), 'a preview makes no company');
        $this->store($import);
        $this->assertSame(120e6, $this->line('UMRL', 'revenue', 20240));
        $this->deleteJson("/api/v1/imports/{$import['id']}")->assertOk();
        $this->assertSame($before, $this->everything());
    }

    public function test_reports_in_three_xbrl_formats_give_the_same_figures(): void
    {
        $files = [
            'report.json' => json_encode(
                [
                    'documentInfo' => ['documentType' => 'https://xbrl.org/2021/xbrl-json'],
                    'facts' => [
                        'f1' => [
                            'value' => '7000000',
                            'decimals' => -3,
                            'dimensions' => [
                                'concept' => 'us-gaap:Revenues',
                                'entity' => 'scheme:BRSW',
                                'period' => '2029-01-01T00:00:00/2030-01-01T00:00:00',
                                'unit' => 'iso4217:XCR',
                            ],
                        ],
                        'f2' => [
                            'value' => '9000000',
                            'decimals' => -3,
                            'dimensions' => [
                                'concept' => 'us-gaap:Assets',
                                'entity' => 'scheme:BRSW',
                                'period' => '2030-01-01T00:00:00',
                                'unit' => 'iso4217:XCR',
                            ],
                        ],
                        'f3' => [
                            'value' => '1.25',
                            'decimals' => 2,
                            'dimensions' => [
                                'concept' => 'us-gaap:EarningsPerShareBasic',
                                'entity' => 'scheme:BRSW',
                                'period' => '2029-01-01T00:00:00/2030-01-01T00:00:00',
                                'unit' => 'iso4217:XCR/xbrli:shares',
                            ],
                        ],
                        'f4' => [
                            'value' => '4000000',
                            'decimals' => -3,
                            'dimensions' => [
                                'concept' => 'us-gaap:Revenues',
                                'entity' => 'scheme:BRSW',
                                'period' => '2029-01-01T00:00:00/2030-01-01T00:00:00',
                                'unit' => 'iso4217:XCR',
                                'us-gaap:StatementBusinessSegmentsAxis' => 'x:SaltMember',
                            ],
                        ],
                        'f5' => [
                            'value' => '5',
                            'decimals' => 0,
                            'dimensions' => [
                                'concept' => 'x:HarbourBells',
                                'entity' => 'scheme:BRSW',
                                'period' => '2029-01-01T00:00:00/2030-01-01T00:00:00',
                                'unit' => 'iso4217:XCR',
                            ],
                        ],
                    ],
                ],
                JSON_THROW_ON_ERROR,
            ),
            'report.xbrl' => '<?xml version="1.0"?><xbrli:xbrl xmlns:xbrli="http://www.xbrl.org/2003/instance" '.
                'xmlns:us-gaap="http://fasb.org/us-gaap/2024" xmlns:iso4217="http://www.xbrl.org/2003/iso4217" '.
                'xmlns:xbrldi="http://xbrl.org/2006/xbrldi" xmlns:x="http://example.invalid">'.
                '<us-gaap:Revenues contextRef="y" unitRef="m" decimals="-3">7000000</us-gaap:Revenues><us-gaap:Assets contextRef="i" '.
                'unitRef="m" decimals="-3">9000000</us-gaap:Assets><us-gaap:EarningsPerShareBasic contextRef="y" unitRef="p" '.
                'decimals="2">1.25</us-gaap:EarningsPerShareBasic>'.
                '<us-gaap:Revenues contextRef="s" unitRef="m" decimals="-3">4000000</us-gaap:Revenues><x:HarbourBells contextRef="y" '.
                'unitRef="m" decimals="0">5</x:HarbourBells>'.
                '<xbrli:context id="y"><xbrli:entity><xbrli:identifier '.
                'scheme="scheme">BRSW</xbrli:identifier></xbrli:entity><xbrli:period><xbrli:startDate>2029-01-01</xbrli:startDate>'.
                '<xbrli:endDate>2029-12-31</xbrli:endDate></xbrli:period></xbrli:context>'.
                '<xbrli:context id="i"><xbrli:entity><xbrli:identifier '.
                'scheme="scheme">BRSW</xbrli:identifier></xbrli:entity><xbrli:period><xbrli:instant>2029-12-31</xbrli:instant>'.
                '</xbrli:period></xbrli:context>'.
                '<xbrli:context id="s"><xbrli:entity><xbrli:identifier '.
                'scheme="scheme">BRSW</xbrli:identifier><xbrli:segment><xbrldi:explicitMember '.
                'dimension="us-gaap:StatementBusinessSegmentsAxis">x:SaltMember</xbrldi:explicitMember></xbrli:segment>'.
                '</xbrli:entity><xbrli:period><xbrli:startDate>2029-01-01</xbrli:startDate>'.
                '<xbrli:endDate>2029-12-31</xbrli:endDate></xbrli:period></xbrli:context>'.
                '<xbrli:unit id="m"><xbrli:measure>iso4217:XCR</xbrli:measure></xbrli:unit><xbrli:unit '.
                'id="p"><xbrli:divide><xbrli:unitNumerator><xbrli:measure>iso4217:XCR</xbrli:measure></xbrli:unitNumerator>'.
                '<xbrli:unitDenominator><xbrli:measure>xbrli:shares</xbrli:measure>'.
                '</xbrli:unitDenominator></xbrli:divide></xbrli:unit></xbrli:xbrl>',
            'report.zip' => self::zip([
                'report.json' => json_encode(
                    [
                        'documentInfo' => ['documentType' => 'https://xbrl.org/2021/xbrl-csv'],
                        'tableTemplates' => [
                            't' => [
                                'columns' => [
                                    'concept' => [],
                                    'period' => [],
                                    'unit' => [],
                                    'segment' => [],
                                    'value' => [
                                        'dimensions' => [
                                            'concept' => '$concept',
                                            'period' => '$period',
                                            'unit' => '$unit',
                                            'us-gaap:StatementBusinessSegmentsAxis' => '$segment',
                                        ],
                                    ],
                                ],
                                'dimensions' => ['entity' => 'scheme:BRSW'],
                                'decimals' => 2,
                            ],
                        ],
                        'tables' => ['t' => ['url' => 'facts.csv']],
                    ],
                    JSON_THROW_ON_ERROR,
                ),
                'facts.csv' => "concept,period,unit,segment,value\nus-gaap:Revenues,2029,iso4217:XCR,,7000000\nus-gaap:Assets,".
                    "2029-12-31@end,iso4217:XCR,,9000000\nus-gaap:EarningsPerShareBasic,2029-01-01..2029-12-31,iso4217:XCR/xbrli:shares,".
                    ",1.25\nus-gaap:Revenues,2029,iso4217:XCR,x:SaltMember,4000000\nx:HarbourBells,2029,iso4217:XCR,,5\n",
            ]),
        ];
        foreach ($files as $name => $content) {
            $import = $this->handIn($name, $content);
            $this->assertSame(['report', 'BRSW'], [$import['mapping']['kind'], $import['mapping']['company']], $name);
            $this->assertSame(
                ['new' => 4, 'changed' => 0, 'same' => 0, 'conflict' => 0, 'refused' => 0],
                $import['preview']['counts'],
                $name,
            );
            $this->assertSame([['label' => 'HarbourBells', 'count' => 1]], $import['preview']['unmapped'], $name);
            $import = $this->putJson("/api/v1/imports/{$import['id']}", ['filed_on' => 20300301])
                ->assertOk()
                ->json();
            $this->store($import);
            $stored = DB::table('facts')
                ->join('filings', 'filings.id', '=', 'facts.filing_id')
                ->where('filings.import_id', $import['id'])
                ->orderBy('line')
                ->get(['line', 'facts.period', 'value', 'filed_on'])
                ->map(static fn (object $r): string => "{$r->line} {$r->period} {$r->value} {$r->filed_on}")
                ->all();
            $this->assertSame(
                ['earnings_per_share_basic 20290 1.25 20300301', 'revenue 20290 7000000 20300301', 'total_assets 20290 9000000 20300301'],
                $stored,
                $name,
            );
            $this->assertSame(
                [['business', 'Salt', 4000000.0]],
                DB::table('breakdown_facts')
                    ->join('filings', 'filings.id', '=', 'breakdown_facts.filing_id')
                    ->where('filings.import_id', $import['id'])
                    ->get(['axis', 'member', 'value'])
                    ->map(static fn (object $r): array => [$r->axis, $r->member, (float) $r->value])
                    ->all(),
                $name,
            );
            $this->deleteJson("/api/v1/imports/{$import['id']}")->assertOk();
        }
    }

    public function test_workbooks_are_read_like_tables_of_text(): void
    {
        $book = new Spreadsheet();
        $sheet = $book->getActiveSheet();
        foreach ([['Date', 'Close', 'Volume'], ['2026-07-01', 1.25, 1000], ['2026-07-02', 1.5, 2000]] as $r => $row) {
            foreach ($row as $c => $cell) {
                $sheet->setCellValue([$c + 1, $r + 1], $cell);
            }
        }
        $sheet
            ->setCellValue('A4', \PhpOffice\PhpSpreadsheet\Shared\Date::PHPToExcel(new \DateTime('2026-07-03')))
            ->getStyle('A4')
            ->getNumberFormat()
            ->setFormatCode('yyyy-mm-dd');
        $sheet->setCellValue('B4', '=B3*2')->setCellValue('C4', 10);
        foreach (['xlsx' => new Xlsx($book), 'ods' => new Ods($book)] as $extension => $writer) {
            $path = tempnam(sys_get_temp_dir(), 'book');
            $writer->save($path);
            $import = $this->handIn("BRSW.{$extension}", (string) file_get_contents($path));
            unlink($path);
            $this->assertSame(3, $import['preview']['counts']['new'], $extension.json_encode($import['preview']['refused']));
            $this->store($import, ['jumps']);
            $this->assertSame(
                [1.25, 1.5, 3.0],
                DB::table('bars')
                    ->where('listing_id', 1)
                    ->where('day', '>', 20260630)
                    ->orderBy('day')
                    ->pluck('close')
                    ->map(floatval(...))
                    ->all(),
                $extension,
            );
            $this->deleteJson("/api/v1/imports/{$import['id']}")->assertOk();
        }
    }

    public function test_every_other_kind_of_table(): void
    {
        $before = $this->everything();
        // What the others come to, so that the sum is what the report told.
        $others = fn (string $line, int $one): int => (int) $this->line('MWPR', $line, 20250) - $one;
        $files = [
            'dividends.csv' => [
                'Ticker,Ex-date,Payment '.
                "date,Dividend,Currency\nBRSW,2026-06-01,2026-06-12,0.5,XCR\nBRSW,2026-06-02,2026-06-12,0.5,XVN\nNOBODY,2026-06-01,".
                ",1,\n",
                'dividends',
                1,
                2,
            ],
            'splits.csv' => [
                "Ticker,Ex-date,Split ratio\nBRSW,2026-06-01,10:1\nORTN,2026-06-01,1 for 20\nORTN,2026-06-02,many\n",
                'splits',
                2,
                1,
            ],
            'estimates.csv' => [
                'Company,Measure,Fiscal year,As of,Consensus,Number of '.
                "analysts\nBRSW,Revenue (XCR million),2027,2026-06-15,2100,4\nBRSW,Weather,2027,2026-06-15,100,4\n",
                'estimates',
                1,
                1,
            ],
            'holders.csv' => [
                "Company,Holder,As of,Shares\nBRSW,Orrin Pension Chest,2026-03-31,100000\nBRSW,Orrin Pension Chest,2026-06-30,120000\n",
                'holders',
                2,
                0,
            ],
            'insiders.csv' => [
                "Company,Date,Insider,Role,Transaction,Shares,Price\nBRSW,2026-06-10,M. ".
                "Tarn,Director,Purchase,500,20\nBRSW,2026-06-11,M. Tarn,Director,Sale,200,21\nBRSW,2026-06-12,M. ".
                "Tarn,Director,Gift,1,1\n",
                'insider_trades',
                2,
                1,
            ],
            'notes.csv' => [
                "Company,Date,Broker,Recommendation,Price target,Summary\nBRSW,2026-06-10,Quill Research,Outperform,70,Salt keeps\n".
                "BRSW,2026-06-11,Tarn & Sons,Under review,60,\nORTN,2026-06-11,Tarn & Sons,Sell,4,Too dear\n",
                'broker_notes',
                2,
                1,
            ],
            'buildings.csv' => [
                "Company,Building,Fiscal year,Place,Area,Let area,Value,Filed on\nMWPR,Tarn House,2025,Ashkeel,1000,900,25000000,".
                "2026-03-01\nMWPR,Quay Works,2025,Osk Point,500,500,{$others('investment_property', 25_000_000)},2026-03-01\n",
                'buildings',
                2,
                0,
            ],
            'rent roll.csv' => [
                "Company,Tenant,Fiscal year,Annual rent,Lease end,Building,Trade,Filed on\n".
                "MWPR,Ulvey,2025,12000000,2031-12-31,Tarn House,Salt,2026-03-01\n".
                "MWPR,Orrick,2025,250000000,never,Quay Works,,2026-03-01\n".
                "MWPR,Quillan,2025,{$others('annualized_rent', 12_000_000)},,Quay Works,,2026-03-01\n",
                'leases',
                2,
                1,
            ],
            'segments.csv' => [
                "Company,Kind,Segment,Item,Fiscal year,Value,Unit\nBRSW,Business,Salt,Revenue,2025,60,XCR million\n".
                "BRSW,Business,Fish,Revenue,2025,40,XCR million\nBRSW,Driver,Tins sold,,2025,5000,thousand tins\n",
                'drivers',
                3,
                0,
            ],
            'mine.csv' => ["Ticker,Remark\nBRSW,like it\nORTN,\nXXXX,\n", 'list', 2, 1],
            'trades.csv' => [
                "Portfolio,Date,Type,Ticker,Quantity,Price,Commission\nMain,2026-05-04,Buy,BRSW,10,20.5,1\nMain,2026-05-05,Swap,BRSW,10,".
                "20.5,1\n",
                'transactions',
                1,
                1,
            ],
            'held.csv' => [
                "Ticker,Quantity,Average cost,Held since\nBRSW,10,20.5,2026-05-04\nORTN,2.5,8,\nORTN,-1,8,\n",
                'positions',
                2,
                1,
            ],
        ];
        $ids = [];
        foreach ($files as $name => [$csv, $kind, $new, $refused]) {
            $import = $this->handIn($name, $csv);
            $this->assertSame(
                [$kind, $new, $refused],
                [$import['mapping']['kind'], $import['preview']['counts']['new'], $import['preview']['counts']['refused']],
                $name.json_encode([$import['preview']['questions'], $import['preview']['refused'], $import['mapping']]),
            );
            $this->store($import);
            $ids[] = $import['id'];
        }
        $this->assertSame(
            [10.0, 0.05],
            DB::table('corporate_actions')->where('import_id', $ids[1])->orderByDesc('ratio')->pluck('ratio')->map(floatval(...))->all(),
        );
        $people = $this->getJson('/api/v1/companies/BRSW/people')->assertOk()->json();
        $holder = array_values(array_filter($people['holders'], static fn (array $h): bool => $h['holder'] === 'Orrin Pension Chest'))[0];
        $this->assertEquals(120000 - 10 * 100000, $holder['change'], 'on the share basis after the split that was imported too');
        $this->assertSame(
            ['Salt', 'Fish'],
            array_slice(
                array_column($this->getJson('/api/v1/companies/BRSW/breakdowns')->assertOk()->json('0.tables.0.members'), 'name'),
                -2,
            ),
        );
        $this->assertContains('mine', array_column($this->getJson('/api/v1/lists')->assertOk()->json(), 'name'));
        foreach (array_reverse($ids) as $id) {
            $this->deleteJson("/api/v1/imports/{$id}")->assertOk();
        }
        $this->assertSame($before, $this->everything());
        $this->assertSame(0, DB::table('company_lists')->where('name', 'mine')->count());
    }

    public function test_a_row_may_hold_many_lines_of_one_company_and_year(): void
    {
        $csv = "Company,Year,Revenue (XCR m),Net income (XCR m),Remark\nBRSW,2012,350.5,45.1,first\nULVL,2012,90.25,x,\nNOBODY,2012,1,1,\n";
        $import = $this->handIn('across.csv', $csv);
        $this->assertSame('figures', $import['mapping']['kind']);
        $this->assertSame(['company', 'period', 'line:revenue', 'line:net_income', null], $import['mapping']['columns']);
        $this->assertSame(['NOBODY'], array_column($import['preview']['unknown'], 'name'));
        $this->assertSame(
            ['row 3, Net income (XCR m)', 'row 4'],
            array_column($import['preview']['refused'], 'place'),
        );
        $labels = array_column($import['preview']['fields'], 'label', 'key');
        $this->assertSame('Revenue', $labels['line:revenue']);
        $this->store($import);
        $of = fn (string $ticker): array => DB::table('facts')
            ->join('filings', 'filings.id', '=', 'filing_id')
            ->where('import_id', $import['id'])
            ->where('facts.company_id', $this->companyId($ticker))
            ->orderBy('line')
            ->pluck('value', 'line')
            ->map(floatval(...))
            ->all();
        $this->assertSame(['net_income' => 45100000.0, 'revenue' => 350500000.0], $of('BRSW'));
        $this->assertSame(['revenue' => 90250000.0], $of('ULVL'));
    }

    public function test_a_profile_is_used_for_files_with_the_same_heading(): void
    {
        $import = $this->handIn('BRSW.csv', "Day,Whatever,Closing price\n01/02/2026,5,20\n");
        $this->assertSame('day first', $import['mapping']['dates']);
        $this->putJson("/api/v1/imports/{$import['id']}", ['dates' => 'month first', 'columns' => ['day', 'volume', 'close']])->assertOk();
        $this->postJson("/api/v1/imports/{$import['id']}/profile", ['name' => 'Harbour feed'])->assertCreated();
        $next = $this->handIn('ORTN.csv', "Day,Whatever,Closing price\n01/03/2026,5,20\n");
        $this->assertSame(
            ['month first', ['day', 'volume', 'close'], 'ORTN'],
            [$next['mapping']['dates'], $next['mapping']['columns'], $next['mapping']['company']],
        );
        $this->assertSame(
            [['Harbour feed', 'prices']],
            array_map(
                static fn (array $p): array => [$p['name'], $p['kind']],
                $this->getJson('/api/v1/import-profiles')->assertOk()->json(),
            ),
        );
    }

    public function test_an_import_belongs_to_its_user(): void
    {
        $import = $this->handIn('BRSW.csv', "Date,Close\n2026-07-01,5\n");
        $this->actingAs($this->someone('Bea'));
        $this->getJson("/api/v1/imports/{$import['id']}")->assertNotFound();
        $this->postJson("/api/v1/imports/{$import['id']}/store")->assertNotFound();
        $this->deleteJson("/api/v1/imports/{$import['id']}")->assertNotFound();
    }

    public function test_what_cannot_be_read_is_refused_with_the_reason(): void
    {
        foreach (
            [
                'nothing.csv' => ['', 'empty'],
                'broken.xlsx' => ["PK\x03\x04garbage", 'broken or was cut off'],
                'picture.png' => ["\x89PNG\r\n\x1a\n\0\0\0", 'neither a text nor a workbook'],
                'page.xml' => ['<html><body/></html>', 'neither an XBRL instance'],
                'words.csv' => ["once upon\na time\n", 'cannot be told what the table holds'],
                'bad.json' => ['{"facts": [', 'not valid JSON'],
                'other.zip' => [self::zip(['a.txt' => 'x']), 'neither a workbook'],
            ] as $name => [$content, $reason]
        ) {
            $answer = $this->post(
                '/api/v1/imports',
                ['file' => UploadedFile::fake()->createWithContent($name, $content)],
                ['Accept' => 'application/json'],
            )->assertStatus(422);
            $this->assertStringContainsString($reason, (string) $answer->json('detail'), $name);
        }
        $this->assertSame(0, Import::query()->count());
        $this->postJson('/api/v1/imports', [])->assertStatus(422);
    }

    /** @return array<string, mixed> */
    private function handIn(string $name, string $content): array
    {
        return $this->post(
            '/api/v1/imports',
            ['file' => UploadedFile::fake()->createWithContent($name, $content)],
            ['Accept' => 'application/json'],
        )
            ->assertCreated()
            ->json();
    }

    /**
     * @param  array<string, mixed>  $import
     * @param  list<string>  $accepted  doubts that are there and are taken as they are
     */
    private function store(array $import, array $accepted = []): void
    {
        $this->assertSame($accepted, array_keys($import['preview']['doubts']));
        if ($accepted !== []) {
            $this->postJson("/api/v1/imports/{$import['id']}/store")->assertStatus(422);
            $this->putJson("/api/v1/imports/{$import['id']}", ['accept' => $accepted])->assertOk();
        }
        $this->postJson("/api/v1/imports/{$import['id']}/store")
            ->assertOk()
            ->assertJsonPath('state', 'stored');
    }

    private function line(string $ticker, string $line, int $period, ?string $asOf = null): ?float
    {
        $answer = $this->getJson(
            "/api/v1/companies/{$ticker}/working?line={$line}&period={$period}".($asOf === null ? '' : "&as_of={$asOf}"),
        )->assertOk();

        return $answer->json('working.value') === null ? null : (float) $answer->json('working.value');
    }

    /** @return array<string, string> a digest of every table that imports write into */
    private function everything(): array
    {
        $digests = [];
        foreach (
            [
                'companies',
                'securities',
                'listings',
                'filings',
                'facts',
                'breakdown_facts',
                'dividends',
                'corporate_actions',
                'estimates',
                'holdings',
                'insider_trades',
                'ratings',
                'buildings',
                'leases',
                'transactions',
                'replaced_rows',
            ] as $table
        ) {
            $rows = array_map(static function (object $row): string {
                $row = (array) $row;
                unset($row['id'], $row['filing_id']);

                return (string) json_encode($row);
            }, DB::table($table)->get()->all());
            sort($rows);
            $digests[$table] = count($rows).' '.md5(implode("\n", $rows));
        }
        $bars = DB::table('bars')->selectRaw('count(*) as n, sum(close) as c, sum(volume) as v, sum(high) as h')->first();
        // A database may add up in another order each time.
        $digests['bars'] = implode(' ', array_map(static fn (mixed $sum): string => number_format((float) $sum, 3), (array) $bars));

        return $digests;
    }

    private function iso(int $day): string
    {
        return \Logion\Time\Day::iso($day);
    }
}
