<?php

declare(strict_types=1);

namespace Tests\Intake;

use App\Feature\Intake\Imports;
use App\Feature\Intake\Mapping;
use App\Models\Company;
use App\Storage\Filings;
use Illuminate\Support\Facades\DB;
use Logion\Intake\Refusal;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\DemoTestCase;
use Tests\Intake\Sample\Oddities;
use Tests\Intake\Sample\Reports;
use Tests\Intake\Sample\Sample;
use Tests\Intake\Sample\Statements;
use Tests\TemporaryFiles;

/**
 * Files as companies and vendors really write them: every figure is stored as it is meant, or refused, or asked about. What is asked is not
 * stored before it is answered.
 */
final class RealFilesTest extends DemoTestCase
{
    use TemporaryFiles;

    /** @return iterable<string, array{Sample}> */
    public static function samples(): iterable
    {
        foreach ([Statements::all(), Oddities::all(), Reports::all()] as $samples) {
            foreach ($samples as $sample) {
                yield $sample->file => [$sample];
            }
        }
    }

    #[DataProvider('samples')]
    public function test_a_file_gives_the_figures_it_means_or_asks(Sample $sample): void
    {
        $company = $this->company($sample);
        $user = $this->someone();
        $imports = $this->app->make(Imports::class);
        $import = self::withFile($sample->content, static fn (string $path) => $imports->take($path, $sample->file, $user));
        $import->update([
            'mapping' => Mapping::fromArray($import->mapping)
                ->with(['company' => 'QSFR'])
                ->toArray(),
        ]);
        $preview = $imports->preview($import)->preview;
        $this->assertSame(
            $sample->asks,
            array_keys([...(array) $preview['questions'], ...(array) $preview['doubts']]),
            (string) json_encode([$preview['questions'], $preview['doubts'], $preview['refused'], $preview['unmapped']]),
        );
        if ($sample->asks !== []) {
            try {
                $imports->store($import);
                $this->fail('It was stored before it was answered.');
            } catch (Refusal) {
                $this->assertSame(count($sample->known), DB::table('facts')->where('company_id', $company)->count());
            }
            $import->update(['mapping' => Mapping::fromArray($import->mapping)->with($sample->answers)->toArray()]);
        }
        $outcome = $imports->store($import);
        $stored = Filings::latest((new Filings())->facts($company));
        $expected = [...$sample->known, ...$sample->figures];
        ksort($stored);
        ksort($expected);
        $this->assertSame($expected, $stored);
        $this->assertSame($sample->refused, $outcome->counts['refused'], (string) json_encode($outcome->refused));
        $this->assertSame(
            $sample->parts,
            DB::table('breakdown_facts')
                ->where('company_id', $company)
                ->orderBy('member')
                ->get(['axis', 'member', 'line', 'value'])
                ->map(static fn (object $part): array => ["{$part->axis} {$part->member} {$part->line}", (float) $part->value])
                ->all(),
        );
        $imports->undo($import->refresh());
        $this->assertSame(count($sample->known), DB::table('facts')->where('company_id', $company)->count(), 'undone as a whole');
    }

    public function test_there_are_enough_of_every_kind(): void
    {
        $formats = [];
        foreach (self::samples() as [$sample]) {
            $extension = pathinfo($sample->file, PATHINFO_EXTENSION);
            $formats[$extension] = ($formats[$extension] ?? 0) + 1;
        }
        $this->assertGreaterThanOrEqual(60, array_sum($formats));
        foreach (['csv', 'xlsx', 'ods', 'json', 'zip', 'xml', 'xhtml'] as $extension) {
            $this->assertArrayHasKey($extension, $formats);
        }
    }

    private function company(Sample $sample): int
    {
        $company = Company::query()->create([
            'name' => 'Quill Sound Ferries',
            'country' => 'XA',
            'sector' => '50',
            'template' => $sample->company['template'] ?? 'industrial',
            'reporting_currency' => $sample->company['currency'] ?? 'XCR',
            'fiscal_year_end_month' => $sample->company['year_end'] ?? 12,
            'fiscal_years' => array_key_exists('fiscal_years', $sample->company) ? $sample->company['fiscal_years'] : 'ends',
            'description' => '',
        ])->id;
        $this->list($company, 'QSFR');
        if ($sample->known !== []) {
            $filing = (new Filings())->insert($company, 'annual', 20210, 20211231, 20220301, 'FY 2021', null);
            foreach ($sample->known as $key => $value) {
                [$line, $period] = explode('@', $key);
                DB::table('facts')->insert([
                    'company_id' => $company,
                    'filing_id' => $filing,
                    'line' => $line,
                    'period' => (int) $period,
                    'value' => $value,
                ]);
            }
        }

        return $company;
    }
}
