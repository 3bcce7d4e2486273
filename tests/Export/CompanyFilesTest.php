<?php

declare(strict_types=1);

namespace Tests\Export;

use App\Evaluation\CompanyScopes;
use App\Evaluation\EvaluationContexts;
use App\Feature\Export\CsvFiles;
use App\Feature\Export\FiledFigures;
use App\Feature\Export\StatementWorkbook;
use App\Feature\Export\XbrlCsv;
use App\Feature\Intake\Imports;
use App\Feature\Intake\Mapping;
use App\Files\Workbooks;
use App\Models\User;
use App\Storage\Identity\CompanyIdentity;
use App\Storage\Identity\Identities;
use Illuminate\Support\Facades\DB;
use Logion\Metric\CompanyScope;
use PhpOffice\PhpSpreadsheet\IOFactory;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\DemoTestCase;

/** What is exported and imported again is the same, to the last digit. */
final class CompanyFilesTest extends DemoTestCase
{
    private User $user;

    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->user = $this->someone());
    }

    /** @return iterable<string, array{string, string}> */
    public static function companies(): iterable
    {
        foreach (['BRSW', 'FNSB', 'HMAS', 'MWPR', 'YCFI', 'TLVY', 'ULVL', 'MRSR', 'WRPK'] as $ticker) {
            yield "{$ticker} as CSV" => [$ticker, 'csv'];
            yield "{$ticker} as xBRL-CSV" => [$ticker, 'zip'];
        }
    }

    #[DataProvider('companies')]
    public function test_every_filed_figure_comes_back_to_the_last_digit(string $ticker, string $format): void
    {
        $old = DB::table('companies')
            ->where('companies.id', $this->companyId($ticker))
            ->first(['companies.id', 'template', 'reporting_currency', 'fiscal_year_end_month']);
        // A digit that a careless writer would lose.
        DB::table('facts')
            ->where('company_id', $old->id)
            ->where('line', 'revenue')
            ->where('period', 20220)
            ->update(['value' => 1234567890.1234567]);
        $path = sys_get_temp_dir().'/'.bin2hex(random_bytes(6)).'.'.$format;
        [$scope, $identity, $filed] = $this->company($ticker);
        $format === 'csv'
            ? (new CsvFiles($scope, $identity, $filed))->facts(fopen($path, 'wb'))
            : (new XbrlCsv($filed, $identity))->write($path);
        $facts = $this->facts((int) $old->id);
        $parts = $this->parts((int) $old->id);
        // The same company under another name, with no figures yet.
        $new = DB::table('companies')->insertGetId([
            'name' => 'Twin of '.$ticker,
            'country' => 'XA',
            'sector' => '10',
            'template' => $old->template,
            'reporting_currency' => $old->reporting_currency,
            'fiscal_year_end_month' => $old->fiscal_year_end_month,
            'fiscal_years' => 'ends',
            'description' => '',
        ]);
        $this->list($new, 'TWIN');
        DB::statement(
            'insert into former_attributes (company_id, attribute, value, until_day) select ?, attribute, value, until_day from '.
                'former_attributes where company_id = ?',
            [$new, $old->id],
        );
        $imports = $this->app->make(Imports::class);
        $import = $imports->take($path, "export.{$format}", $this->user);
        unlink($path);
        $columns = $import->mapping['columns'];
        $import->update([
            'mapping' => Mapping::fromArray($import->mapping)
                ->with([
                    'company' => 'TWIN',
                    'columns' => array_map(static fn (?string $field): ?string => $field === 'company' ? null : $field, $columns),
                ])
                ->toArray(),
        ]);
        $outcome = $imports->store($import);
        $this->assertSame([0, 0, []], [$outcome->counts['conflict'], $outcome->counts['refused'], $outcome->unmapped]);
        $this->assertSame($facts, $this->facts($new));
        if ($format === 'zip') {
            $this->assertSame($parts, $this->parts($new));
        }
    }

    public function test_prices_under_two_tickers_come_back_each_under_its_own(): void
    {
        foreach (['SKCT', 'XQOS:SKRW@2021-01-11'] as $reference) {
            $path = sys_get_temp_dir().'/'.bin2hex(random_bytes(6)).'.csv';
            (new CsvFiles(...$this->company($reference)))->prices(fopen($path, 'wb'));
            $bars = static fn (): string => md5(
                (string) json_encode(
                    DB::table('bars')
                        ->orderBy('listing_id')
                        ->orderBy('day')
                        ->get(['listing_id', 'day', 'high', 'low', 'close', 'volume'])
                        ->all(),
                ),
            );
            $before = $bars();
            $company = $this->app->make(Identities::class)->company($reference);
            $listings = DB::table('listings')
                ->join('securities', 'securities.id', '=', 'security_id')
                ->where('company_id', $company)
                ->pluck('listings.id');
            $this->assertCount(2, $listings);
            $count = DB::table('bars')->whereIn('listing_id', $listings)->count();
            $this->assertSame($count, DB::table('bars')->whereIn('listing_id', $listings)->delete());
            $imports = $this->app->make(Imports::class);
            $outcome = $imports->store($imports->take($path, 'prices.csv', $this->user));
            unlink($path);
            $this->assertSame([$count, 0], [$outcome->counts['new'], $outcome->counts['refused']]);
            $this->assertSame($before, $bars());
        }
    }

    public function test_prices_come_back_to_the_last_digit(): void
    {
        $path = sys_get_temp_dir().'/'.bin2hex(random_bytes(6)).'.csv';
        $security = $this->listing('ULVL')->id;
        // Some days have an opening price, others have none.
        DB::table('bars')
            ->where('listing_id', $security)
            ->whereRaw('day % 3 = 0')
            ->update(['open' => DB::raw('low + (high - low) / 3.0')]);
        (new CsvFiles(...$this->company('ULVL')))->prices(fopen($path, 'wb'));
        $bars = fn (): array => DB::table('bars')
            ->where('listing_id', $security)
            ->orderBy('day')
            ->get(['day', 'open', 'high', 'low', 'close', 'volume'])
            ->map(static fn (object $b): string => json_encode($b))
            ->all();
        $before = $bars();
        DB::table('bars')->where('listing_id', $security)->where('day', '>', 20200101)->delete();
        $imports = $this->app->make(Imports::class);
        $outcome = $imports->store($imports->take($path, 'ULVL.csv', $this->user));
        unlink($path);
        $this->assertSame(0, $outcome->counts['changed'] + $outcome->counts['refused']);
        $this->assertSame($before, $bars());
    }

    public function test_a_workbook_holds_formulas_for_what_is_computed_and_figures_for_what_was_reported(): void
    {
        $path = sys_get_temp_dir().'/'.bin2hex(random_bytes(6)).'.xlsx';
        Workbooks::save(StatementWorkbook::of(...array_slice($this->company('BRSW'), 0, 2)), 'xlsx', $path);
        $book = IOFactory::load($path);
        unlink($path);
        $income = $book->getSheetByName('Income statement');
        $rows = [];
        foreach ($income->getRowIterator(4) as $row) {
            $rows[(string) $income->getCell([1, $row->getRowIndex()])->getValue()] = $row->getRowIndex();
        }
        $this->assertSame(
            '=B'.$rows['Revenue'].'-B'.$rows['Cost of revenue'],
            $income->getCell([2, $rows['Gross profit']])->getValue(),
        );
        $this->assertIsNumeric($income->getCell([2, $rows['Revenue']])->getValue());
        $this->assertSame(
            "='Income statement'!B{$rows['Gross profit']} / 'Income statement'!B{$rows['Revenue']}",
            $book->getSheetByName('Ratios')->getCell('B4')->getValue(),
        );
        $this->assertStringEndsWith('-1', (string) $book->getSheetByName('Change')->getCell('C4')->getValue());
    }

    public function test_files_over_the_api_and_a_text_is_never_a_formula(): void
    {
        $this->postJson('/api/v1/companies/BRSW/notes', [
            'figure' => 'revenue@20250',
            'body' => '=HYPERLINK("http://example.invalid")',
        ])->assertCreated();
        foreach (
            [
                'statements' => ['xlsx', 'ods', 'csv', 'json', 'xbrl-csv'],
                'ratios' => ['xlsx', 'ods', 'csv', 'json'],
                'prices' => ['csv', 'xlsx', 'ods', 'json'],
                'dossier' => ['xlsx', 'ods', 'json'],
            ] as $what => $formats
        ) {
            foreach ($formats as $format) {
                $content = $this->get("/api/v1/companies/BRSW/export?what={$what}&format={$format}")
                    ->assertOk()
                    ->streamedContent();
                $this->assertGreaterThan(500, strlen($content), "{$what} {$format}");
                if ($what === 'dossier' && $format === 'xlsx') {
                    $path = (string) tempnam(sys_get_temp_dir(), 'dossier');
                    file_put_contents($path, $content);
                    $note = IOFactory::load($path)->getSheetByName('Notes')->getCell('C2');
                    unlink($path);
                    $this->assertSame(['s', '=HYPERLINK("http://example.invalid")'], [$note->getDataType(), $note->getValue()]);
                }
            }
        }
        $this->getJson('/api/v1/companies/BRSW/export?what=prices&format=xbrl-csv')->assertStatus(422);
        $table = fn (string $what): array => json_decode(
            $this->get("/api/v1/companies/BRSW/export?what={$what}&format=json")
                ->assertOk()
                ->streamedContent(),
            true,
            flags: JSON_THROW_ON_ERROR,
        );
        $this->assertSame(
            [['Written on', 'On', 'Note'], ['revenue@20250', '=HYPERLINK("http://example.invalid")']],
            [$table('notes')['columns'], array_slice($table('notes')['rows'][0], 1)],
        );
        $this->assertStringContainsString(
            ',"\'=HYPERLINK(""http',
            $this->get('/api/v1/companies/BRSW/export?what=notes&format=csv')->assertOk()->streamedContent(),
            'a text that looks like a formula is marked',
        );
        $ratios = $table('ratios');
        $equity = array_values(array_filter($ratios['rows'], static fn (array $row): bool => $row[0] === 'Return on equity'))[0];
        $this->assertSame(
            $this->getJson('/api/v1/companies/BRSW/working?metric=return_on_equity&year=2025')->json('working.value'),
            $equity[array_search('2025', $ratios['columns'], true)],
        );
        $prices = $table('prices');
        $this->assertSame(
            [self::TODAY, (float) DB::table('bars')->where('listing_id', 1)->where('day', self::TODAY)->value('close')],
            [(int) str_replace('-', '', end($prices['rows'])[0]), (float) end($prices['rows'])[1]],
        );
        $this->getJson('/api/v1/companies/BRSW/export?what=everything&format=csv')->assertStatus(422);
        // What was public later is not in the file of an earlier day.
        $this->assertStringNotContainsString(
            'FY 2025',
            $this->get('/api/v1/companies/BRSW/export?what=statements&format=csv&as_of=2025-06-30')->streamedContent(),
        );
    }

    /** @return array{CompanyScope, CompanyIdentity, FiledFigures} */
    private function company(string $ticker): array
    {
        $scopes = $this->app->make(CompanyScopes::class);
        $scope = $scopes->open($ticker, $this->app->make(EvaluationContexts::class)->of(null));
        $identity = $scopes->identity($scope);

        return [$scope, $identity, new FiledFigures($identity, $scope->asOf)];
    }

    /** @return list<string> */
    private function facts(int $company): array
    {
        return DB::table('facts')
            ->join('filings', 'filings.id', '=', 'facts.filing_id')
            ->where('facts.company_id', $company)
            ->orderBy('line')
            ->orderBy('facts.period')
            ->orderBy('filed_on')
            ->get(['line', 'facts.period', 'value', 'filed_on'])
            ->map(static fn (object $f): string => "{$f->line} {$f->period} {$f->filed_on} ".json_encode((float) $f->value))
            ->all();
    }

    /** @return list<string> */
    private function parts(int $company): array
    {
        return DB::table('breakdown_facts')
            ->join('filings', 'filings.id', '=', 'breakdown_facts.filing_id')
            ->where('breakdown_facts.company_id', $company)
            ->whereIn('axis', ['business', 'region', 'class'])
            ->orderBy('axis')
            ->orderBy('member')
            ->orderBy('line')
            ->orderBy('breakdown_facts.period')
            ->get(['axis', 'member', 'line', 'breakdown_facts.period', 'value', 'filed_on'])
            ->map(static fn (object $f): string => json_encode($f))
            ->all();
    }
}
