<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Feature\Intake\Imports;
use App\Feature\Intake\Mapping;
use App\Models\Company;
use App\Models\Exchange;
use App\Models\Import;
use App\Models\Listing;
use App\Models\Security;
use Closure;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Logion\Intake\Concepts;
use Logion\Reporting\LineItem;
use Logion\Reporting\LineItems;
use Logion\Reporting\ReportingModel;
use Logion\Time\Day;

final class RunImportBenchmark extends Command
{
    protected $signature = 'logion:bench-import {--prices=1000000 : rows of the price file} {--companies=2000 : companies with '
        .'statements of twelve years, 5,000 a file}';

    /** Files of some 200 MB. */
    private const COMPANIES_A_FILE = 5000;

    protected $description = 'Measure how fast files are imported, on a database of its own';

    public function handle(Imports $imports): int
    {
        $database = storage_path('bench/import.sqlite');
        array_map('unlink', glob($database.'*') ?: []);
        is_dir(dirname($database)) || mkdir(dirname($database), 0755, true);
        touch($database);
        config(['database.connections.bench' => [...config('database.connections.sqlite'), 'database' => $database]]);
        DB::setDefaultConnection('bench');
        Artisan::call('migrate', ['--force' => true, '--database' => 'bench']);
        Exchange::query()->insert(['id' => 1, 'code' => 'XBEN', 'name' => 'T', 'country' => 'XA', 'currency' => 'XCR']);
        $companies = max(1, (int) $this->option('companies'));
        DB::transaction(static function () use ($companies): void {
            // One more has the report, which has nothing to do with the figures of the others.
            for ($i = 1; $i <= $companies + 1; $i++) {
                Company::query()->insert([
                    'id' => $i,
                    'name' => "Bench Works {$i}",
                    'country' => 'XA',
                    'sector' => '10',
                    'template' => 'industrial',
                    'reporting_currency' => 'XCR',
                    'description' => '',
                ]);
                Security::query()->insert(['id' => $i, 'company_id' => $i, 'kind' => 'share', 'name' => 'Ordinary shares']);
                Listing::query()->insert([
                    'id' => $i,
                    'security_id' => $i,
                    'exchange_id' => 1,
                    'ticker' => "BW{$i}",
                    'currency' => 'XCR',
                ]);
            }
        });
        $rows = [
            $this->measure(
                $imports,
                'a report of 3,000 facts (xBRL-JSON)',
                'report.json',
                fn (string $path): int => $this->report($path, 'BW'.($companies + 1)),
            ),
            $this->measure(
                $imports,
                'a price file of '.number_format((int) $this->option('prices')).' rows',
                'prices.csv',
                $this->prices(...),
            ),
        ];
        for ($from = 1; $from <= $companies; $from += self::COMPANIES_A_FILE) {
            $to = min($companies, $from + self::COMPANIES_A_FILE - 1);
            $rows[] = $this->measure(
                $imports,
                'companies '.number_format($from).' to '.number_format($to).' × 12 years, one figure a row',
                'figures.csv',
                fn (string $path): int => $this->statements($path, $from, $to),
            );
        }
        $this->table(
            ['file', 'MB', 'taken in, s', 'preview, s', 'stored, s', 'records a second', 'memory beyond the start, MiB', 'outcome'],
            $rows,
        );
        DB::setDefaultConnection('sqlite');

        return self::SUCCESS;
    }

    /**
     * @param  Closure(string): int  $make  writes the file and tells how many records it has
     * @return list<string>
     */
    private function measure(Imports $imports, string $what, string $name, Closure $make): array
    {
        $path = storage_path('bench/import-file');
        $records = $make($path);
        gc_collect_cycles();
        $before = memory_get_usage();
        memory_reset_peak_usage();
        $start = hrtime(true);
        $import = $imports->take($path, $name, null);
        $preview = hrtime(true);
        // The figures do not say in what they are counted.
        $imports->preview($import, Mapping::fromArray($import->mapping)->with(['scale' => 1.0]));
        $store = hrtime(true);
        $outcome = $imports->store(Import::query()->findOrFail($import->id));
        $end = hrtime(true);
        unlink($import->path);
        $row = [
            $what,
            number_format(filesize($path) / 1e6, 1),
            number_format(($preview - $start) / 1e9, 2),
            number_format(($store - $preview) / 1e9, 2),
            number_format(($end - $store) / 1e9, 2),
            number_format($records / (($end - $store) / 1e9)),
            number_format((memory_get_peak_usage() - $before) / 1048576, 1),
            number_format($outcome->counts['new']).' new, '.number_format($outcome->counts['refused']).' refused',
        ];
        $this->line(implode('  ', $row));

        return $row;
    }

    private function report(string $path, string $ticker): int
    {
        $facts = [];
        $concepts = array_values(
            array_filter(
                array_map(
                    static fn ($item): ?string => $item->fits(ReportingModel::Industrial) ? Concepts::of($item, 'us_gaap') : null,
                    LineItems::all(),
                ),
            ),
        );
        for ($i = 0; $i < 3000; $i++) {
            $year = 2000 + ($i % 24);
            $facts["f{$i}"] = [
                'value' => (string) (1000 + $i * 7),
                'decimals' => -3,
                'dimensions' => [
                    'concept' => 'us-gaap:'.$concepts[intdiv($i, 24) % count($concepts)],
                    'entity' => "x:{$ticker}",
                    'period' => "{$year}-01-01T00:00:00/".($year + 1).'-01-01T00:00:00',
                    'unit' => 'iso4217:XCR',
                ],
            ];
        }
        file_put_contents($path, json_encode(['documentInfo' => ['documentType' => 'https://xbrl.org/2021/xbrl-json'], 'facts' => $facts]));

        return 3000;
    }

    private function prices(string $path): int
    {
        $rows = (int) $this->option('prices');
        $stream = fopen($path, 'wb') ?: throw new \RuntimeException('storage/bench cannot be written.');
        fwrite($stream, "Ticker,Date,Open,High,Low,Close,Volume\n");
        $days = [];
        for ($i = 0; $i < 2500; $i++) {
            $days[] = Day::iso((int) gmdate('Ymd', 1_450_000_000 + $i * 86400));
        }
        mt_srand(2);
        for ($i = 0; $i < $rows; $i++) {
            $close = 20 + mt_rand(0, 999) / 100;
            fwrite(
                $stream,
                'BW'.
                    (intdiv($i, 2500) + 1).
                    ','.
                    $days[$i % 2500].
                    ",{$close},".
                    ($close + 0.5).
                    ','.
                    ($close - 0.5).
                    ",{$close},".
                    mt_rand(100, 99999).
                    "\n",
            );
        }
        fclose($stream);

        return $rows;
    }

    private function statements(string $path, int $from, int $to): int
    {
        // Lines that are the sum of no others, so that nothing contradicts itself.
        $lines = array_keys(
            array_filter(
                LineItems::all(),
                static fn (LineItem $item): bool => $item->fits(ReportingModel::Industrial) &&
                    $item->statement !== 'segment' &&
                    $item->rules === [],
            ),
        );
        $lines = array_slice($lines, 0, 60);
        $stream = fopen($path, 'wb') ?: throw new \RuntimeException('storage/bench cannot be written.');
        fwrite($stream, "Company,Line,Period,Value,Filed on\n");
        $count = 0;
        for ($company = $from; $company <= $to; $company++) {
            for ($year = 2013; $year < 2025; $year++) {
                foreach ($lines as $i => $line) {
                    fwrite(
                        $stream,
                        "BW{$company},{$line},FY {$year},". 1000 * ($company + $i * 13 + $year).','.($year + 1)."-03-01\n",
                    );
                    $count++;
                }
            }
        }
        fclose($stream);

        return $count;
    }
}
