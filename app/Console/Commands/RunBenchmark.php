<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Console\BenchmarkRequests;
use App\Console\InventedMembers;
use App\Feature\BackTest\BackTestRunner;
use App\Feature\Peer\PeerProposals;
use App\Feature\Valuation\CashFlowSheet;
use App\Feature\Value\MethodWorkbook;
use App\Files\Workbooks;
use App\Models\ColumnSet;
use App\Models\Company;
use App\Models\Listing;
use App\Models\MetricColumn;
use App\Models\PeerGroup;
use App\Models\Security;
use App\Storage\ColumnStore;
use App\Storage\ColumnTable;
use App\Storage\CompanyReader;
use App\Storage\EconomyReader;
use Fidry\CpuCoreCounter\CpuCoreCounter;
use Illuminate\Console\Command;
use Logion\CrossSection\Column;
use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Metric\Catalogue;
use Logion\Metric\CompanyScope;
use Logion\ValueMethod\ValueMethods;
use Logion\ValueMethod\ValueSheet;
use Logion\ValueMethod\ValueSimulation;
use Logion\ValueMethod\ValueSubject;
use PDO;
use Symfony\Component\Process\Process;

/** Times the paths that must stay fast as universes grow. Timings live here, never in a test. */
final class RunBenchmark extends Command
{
    protected $signature =
        'logion:bench {sizes?* : securities} {--runs=15 : repetitions per figure} {--port=8000 : where the '.'application answers}';

    protected $description = 'Measure screens, company pages, revaluations and the refresh';

    private const CRITERIA = [
        'market_cap > 50000000',
        'price_to_earnings < 40',
        'return_on_equity > 0.02',
        'net_debt_to_ebitda < 6',
        'revenue_growth_1y > -0.3',
        'operating_margin > 0.01',
        'current_ratio > 0.5',
        'dividend_yield < 0.2',
        'volatility_1y < 0.9',
        'beta_raw < 3',
    ];

    private const COLUMNS = [
        'market_cap',
        'price_to_earnings',
        'return_on_equity',
        'net_debt_to_ebitda',
        'revenue_growth_1y',
        'operating_margin',
        'current_ratio',
        'dividend_yield',
        'volatility_1y',
        'beta_raw',
        'price_to_book',
        'gross_margin',
        'revenue_growth_3y',
        'momentum_12_1',
    ];

    private ?BenchmarkRequests $requests = null;

    /** The day that holds the synthetic columns; no market data reach it. */
    private const DAY = 19000101;

    /** Number of the first synthetic company. */
    private const FIRST_COMPANY = 1_000_000;

    public function handle(ColumnStore $columns, ColumnTable $table, CompanyReader $companies, EconomyReader $economy): int
    {
        $sizes = array_map('intval', (array) $this->argument('sizes')) ?: [10000, 30000, 60000];
        $this->line(sprintf('PHP %s, %s, %d runs each, medians', PHP_VERSION, php_uname('m'), $this->runs()));
        $rows = [];
        foreach ($sizes as $size) {
            $this->universe($table, $size);
            $rows[] = [
                number_format($size),
                ...array_map(static fn (float|string $x): string => is_float($x) ? number_format($x, 1) : $x, $this->screens()),
            ];
        }
        MetricColumn::query()->where('as_of', self::DAY)->delete();
        ColumnSet::query()->where('as_of', self::DAY)->delete();
        $this->table(
            [
                'securities',
                'dragging a threshold, ms',
                'ranking of five components, ms',
                'regression on three figures, ms',
                'group lines of fourteen columns, ms',
                'closer look, ms',
                'percentile criterion, ms',
                'formula criterion, ms',
                'proposals of peers in the core, ms',
            ],
            array_map(static fn (array $row): array => [$row[0], ...array_splice($row, 8)], $rows),
        );
        $rows = array_map(static fn (array $row): array => array_slice($row, 0, 8), $rows);
        $this->table(
            [
                'securities',
                'screen over HTTP, ms',
                'of it in the core, ms',
                'survivors',
                'one SQL statement on SQLite, ms',
                'DuckDB, ms',
                'ours / SQLite',
                'ours / DuckDB',
            ],
            $rows,
        );

        $ticker = (string) Listing::query()->orderBy('id')->value('ticker');
        $page = $this->median(fn () => $this->request('GET', "/api/v1/companies/{$ticker}"));
        $statement = $this->median(fn () => $this->request('GET', "/api/v1/companies/{$ticker}/statements"));
        $value = $this->median(
            fn () => $this->request('POST', "/api/v1/companies/{$ticker}/cash-flow-value", ['changes' => ['figures' => ['beta' => 1.1]]]),
        );
        $scope = new CompanyScope(
            $companies->read(1) ?? throw new \RuntimeException('Seed the demo first.'),
            (int) $columns->latestDay(),
            Catalogue::builtIn(),
            $economy->read(),
        );
        $core = $this->median(static fn () => (new CashFlowSheet($scope, ['figures' => ['beta' => 1.1]]))->present());
        $this->table(
            ['one company', 'median, ms'],
            [
                ['company page', number_format($page, 1)],
                ...$this->comparing($ticker),
                ['statement', number_format($statement, 1)],
                ['revaluation over HTTP', number_format($value, 1)],
                ['revaluation in the core', number_format($core, 1)],
            ],
        );

        $this->valuing($scope);
        $this->refresh((int) $columns->latestDay());
        $this->backTest();

        return self::SUCCESS;
    }

    /** @return list<array{string, string}> what is asked of a company beside others */
    private function comparing(string $ticker): array
    {
        $tickers = Company::query()
            ->where('template', 'industrial')
            ->join('securities as s', 's.company_id', '=', 'companies.id')
            ->join('listings as l', 'l.security_id', '=', 's.id')
            ->where('s.main', true)
            ->whereNull('l.to_day')
            ->where('l.ticker', '<>', $ticker)
            ->whereRaw('(select count(*) from listings as other where other.ticker = l.ticker) = 1')
            ->orderBy('l.ticker')
            ->pluck('l.ticker');
        $path = "/api/v1/companies/{$ticker}";
        $kept = $this->request('PUT', "{$path}/peers", [
            'peers' => $tickers->take(50)->map(static fn (string $of): array => ['ticker' => $of, 'in' => true])->all(),
        ]);
        $columns = http_build_query(['columns' => array_slice(array_keys(Catalogue::builtIn()->all()), 0, 40)]);
        $asked = [
            'fifty peers, forty columns and the lines of the group' => fn () => $this->request('GET', "{$path}/peer-table?{$columns}"),
            'a beta regressed on five years of months' => fn () => $this->request('GET', "{$path}/beta"),
            "bottom-up beta over {$tickers->count()} companies" => fn () => $this->request('POST', "{$path}/bottom-up-beta", [
                'of' => ['source' => 'named', 'key' => $tickers->implode(',')],
            ]),
            'a cost of capital with all ways to each input' => fn () => $this->request('GET', "{$path}/cost-of-capital"),
            'past transactions' => fn () => $this->request('GET', "{$path}/transactions"),
            'every method of valuation' => fn () => $this->request('GET', "{$path}/values"),
            'one method with a changed input and its tornado' => fn () => $this->request('POST', "{$path}/values/cash_flow_to_firm", [
                'figures' => ['revenue_growth' => 0.05],
            ]),
            'drivers with a changed rule and their tornado' => fn () => $this->request('POST', "{$path}/values/driver_cash_flow", [
                'rules' => ['discount_rate' => ['rule' => 'fade', 'from' => 0.11, 'to' => 0.08]],
            ]),
            'three cases of the drivers' => fn () => $this->request('POST', "{$path}/values/driver_cash_flow/cases", [
                'cases' => array_map(
                    static fn (int $i): array => [
                        'name' => "Case {$i}",
                        'probability' => [0.25, 0.5, 0.25][$i],
                        'figures' => ['terminal_growth' => 0.01 * $i],
                    ],
                    [0, 1, 2],
                ),
            ]),
        ];

        $times = array_map(
            fn (string $what, \Closure $ask): array => [$what, number_format($this->median($ask), 1)],
            array_keys($asked),
            array_values($asked),
        );
        // The demo has the peers it had before.
        PeerGroup::query()->whereKey((int) $kept['link'])->delete();

        return $times;
    }

    /** What takes seconds of valuation: draws, a workbook, and the whole universe by one method. */
    private function valuing(CompanyScope $scope): void
    {
        $subject = new ValueSubject($scope, null);
        $method = ValueMethods::get('driver_cash_flow');
        $sheet = new ValueSheet($method, $subject);
        $drawn = [];
        foreach (['tax', 'capital_expenditure', 'discount_rate', 'terminal_growth'] as $input) {
            $drawn[$input] = ['kind' => 'normal', 'mean' => (float) $sheet->figures[$input], 'deviation' => 0.005];
        }
        $simulation = new ValueSimulation($sheet, $drawn, [
            'discount_rate' => ['terminal_growth' => 0.5],
            'tax' => ['capital_expenditure' => 0.2],
        ]);
        $seconds = static function (\Closure $work): string {
            $start = hrtime(true);
            $work();

            return number_format((hrtime(true) - $start) / 1e9, 2);
        };
        $this->table(
            ['valuing', 'seconds'],
            [
                ['10,000 draws of the drivers, four inputs, correlated', $seconds(static fn () => $simulation->run(10_000, 1, 10.0))],
                [
                    'the drivers as a workbook',
                    $seconds(static fn () => Workbooks::save(MethodWorkbook::of($sheet, $method, $subject, 'X'), 'xlsx', '/dev/null')),
                ],
                [
                    'everything that trades by its cash flow to the firm, as a column',
                    $seconds(function (): void {
                        $task = $this->request('POST', '/api/v1/refreshes', ['formula' => "value_to_price('cash_flow_to_firm')"]);
                        while (in_array($task['state'], ['waiting', 'running'], true)) {
                            usleep(100_000);
                            $task = $this->request('GET', "/api/v1/tasks/{$task['id']}");
                        }
                    }),
                ],
            ],
        );
    }

    /** Columns of every metric the screen needs, drawn with a fixed seed. */
    private function universe(ColumnTable $table, int $size): void
    {
        mt_srand(1);
        MetricColumn::query()->where('as_of', self::DAY)->delete();
        ColumnSet::query()->where('as_of', self::DAY)->delete();
        $table->writeSet(self::DAY, InventedMembers::of($size, self::FIRST_COMPANY));
        $wide = [range(0, $size - 1)];
        foreach (self::COLUMNS as $metric) {
            [$low, $high] = [
                'market_cap' => [1e7, 1e10],
                'price_to_earnings' => [3, 60],
                'net_debt_to_ebitda' => [-2, 8],
                'current_ratio' => [0.3, 5],
                'beta_raw' => [-0.5, 3.5],
                'price_to_book' => [0.2, 9],
            ][$metric] ?? [-0.2, 0.6];
            $values = [];
            for ($i = 0; $i < $size; $i++) {
                $values[] = mt_rand(0, 11) === 0 ? Absence::of(Reason::NotKnown) : $low + (($high - $low) * mt_rand()) / mt_getrandmax();
            }
            $table->write(self::DAY, $metric, null, Column::of($values));
            $wide[] = array_map(static fn (float|Absence $x): ?float => $x instanceof Absence ? null : $x, $values);
        }
        $this->wide($wide, $size);
    }

    /**
     * The same figures as one wide table, and as CSV for DuckDB.
     *
     * @param  list<list<int|float|null>>  $wide
     */
    private function wide(array $wide, int $size): void
    {
        @unlink(storage_path('bench/wide.sqlite'));
        $pdo = new PDO('sqlite:'.storage_path('bench/wide.sqlite'));
        $pdo->exec(
            'create table metrics (id integer primary key, '.
                implode(', ', array_map(static fn (string $c): string => "{$c} real", self::COLUMNS)).
                ')',
        );
        $insert = $pdo->prepare('insert into metrics values ('.implode(',', array_fill(0, count(self::COLUMNS) + 1, '?')).')');
        $csv = fopen(storage_path('bench/wide.csv'), 'w') ?: throw new \RuntimeException('storage/bench cannot be written.');
        fputcsv($csv, ['id', ...self::COLUMNS], ',', '"', '');
        $pdo->beginTransaction();
        for ($i = 0; $i < $size; $i++) {
            $row = array_column($wide, $i);
            $insert->execute($row);
            fputcsv($csv, $row, ',', '"', '');
        }
        $pdo->commit();
        fclose($csv);
    }

    /** @return list<float|string> */
    private function screens(): array
    {
        $screen = ['criteria' => self::CRITERIA, 'columns' => self::COLUMNS, 'sort' => ['-market_cap']];
        $asked = ['screen' => $screen, 'as_of' => '1900-01-01', 'limit' => 100];
        $survivors = $this->request('POST', '/api/v1/screens/run', $asked)['total'];
        $http = $this->median(fn () => $this->requests()->answer('POST', '/api/v1/screens/run', $asked));
        $definition = \Logion\Screening\ScreenDefinition::fromArray($screen);
        $core = $this->median(
            fn () => \Logion\Screening\Funnel::run(
                $definition,
                app(ColumnStore::class)->universe(self::DAY) ?? throw new \LogicException('The universe was just written.'),
            ),
        );
        $statement =
            'select id, '.
            implode(', ', self::COLUMNS).
            ' from metrics where '.
            implode(' and ', self::CRITERIA).
            ' order by market_cap desc limit 100';
        $pdo = new PDO('sqlite:'.storage_path('bench/wide.sqlite'));
        $sqlite = $this->median(
            static fn () => ($pdo->query($statement) ?: throw new \RuntimeException('SQLite refused.'))->fetchAll(PDO::FETCH_NUM),
        );
        $process = new Process(
            ['node', base_path('bench/compare.mjs'), storage_path('bench/wide.csv'), $statement, (string) $this->runs()],
            base_path(),
        );
        $process->run();
        $duck = $process->isSuccessful() ? (float) json_decode($process->getOutput(), true)['median'] : 0.0;

        return [
            $http,
            $core,
            number_format($survivors),
            $sqlite,
            $duck > 0 ? $duck : '–',
            $http / $sqlite,
            $duck > 0 ? $http / $duck : '–',
            ...$this->questions($screen),
        ];
    }

    /**
     * What else is asked of a screen, over HTTP.
     *
     * @param  array<string, mixed>  $screen
     * @return list<float>
     */
    private function questions(array $screen): array
    {
        $ask = fn (string $path, array $more, array $of = []): float => $this->median(
            fn () => $this->request('POST', "/api/v1/{$path}", ['screen' => [...$screen, ...$of], 'as_of' => '1900-01-01', ...$more]),
        );
        $everyone = ['criteria' => [], 'columns' => []];
        $threshold = 38.0;
        $drag = $this->median(function () use ($screen, &$threshold): void {
            $threshold += 0.1;
            $this->request('POST', '/api/v1/screens/run', [
                'screen' => [...$screen, 'criteria' => ['price_to_earnings < '.round($threshold, 1), ...array_slice(self::CRITERIA, 2)]],
                'as_of' => '1900-01-01',
                'limit' => 100,
            ]);
        });
        $components = array_map(
            static fn (string $metric): array => ['formula' => $metric, 'weight' => 1, 'better' => 'higher'],
            array_slice(self::COLUMNS, 1, 5),
        );

        return [
            $drag,
            $ask('rankings/run', ['ranking' => ['components' => $components, 'missing' => 'mean']], $everyone),
            $ask(
                'regressions/run',
                [
                    'regression' => [
                        'dependent' => ['formula' => 'price_to_earnings'],
                        'regressors' => [['formula' => 'return_on_equity'], ['formula' => 'operating_margin'], ['formula' => 'beta_raw']],
                    ],
                ],
                $everyone,
            ),
            $ask('screens/group-lines', []),
            $ask('screens/closer-look', []),
            $ask('screens/run', ['limit' => 100], ['criteria' => ['universe_percentile(price_to_earnings) < 0.3']]),
            $ask('screens/run', ['limit' => 100], ['criteria' => ['price_to_earnings * price_to_book < 22.5']]),
            $this->median(
                static fn () => app(PeerProposals::class)->closest(
                    app(ColumnStore::class)->universe(self::DAY) ?? throw new \LogicException('The universe was just written.'),
                    self::FIRST_COMPANY,
                    20,
                ),
            ),
        ];
    }

    private function refresh(int $day): void
    {
        [$one] = $this->evaluations($day, 1);
        $n = max(1, $one['companies']);
        $mebibytes = static fn (int $bytes): string => number_format($bytes / 1048576, 1);
        $this->table(
            ['refresh of the whole catalogue, one process', ''],
            [
                ['reading, ms a company', number_format($one['read'] / $n, 2)],
                ['opening its accounts, ms a company', number_format($one['open'] / $n, 2)],
                ['evaluating, ms a company', number_format($one['evaluate'] / $n, 2)],
                ['seconds per 1,000 companies', number_format(($one['read'] + $one['open'] + $one['evaluate']) / $n, 1)],
                ['metric evaluations a second, reading left out', number_format(self::rate($one))],
                ['the same once the formulas are read', number_format(self::rate($one['later']))],
                ['memory after the first batch and after all, MiB', implode(' → ', array_map($mebibytes, $one['memory']))],
                ['peak memory, MiB', $mebibytes($one['peak'])],
            ],
        );
        $processors = (new CpuCoreCounter())->getCountWithFallback(1);
        $this->table(
            ['the same on every processor at once', ''],
            [
                ['processes', (string) $processors],
                [
                    'metric evaluations a second, reading left out',
                    number_format(array_sum(array_map(self::rate(...), $this->evaluations($day, $processors)))),
                ],
            ],
        );
    }

    /** @param  array<string, mixed>  $measured */
    private static function rate(array $measured): float
    {
        return ($measured['evaluations'] / ($measured['open'] + $measured['evaluate'])) * 1000;
    }

    /**
     * @return non-empty-list<array<string, mixed>> what each of several processes measured that ran at once; of some rounds the middle one
     */
    private function evaluations(int $day, int $processes): array
    {
        $rounds = [];
        for ($round = 0; $round < 5; $round++) {
            $running = array_map(static function () use ($day): Process {
                $process = new Process([PHP_BINARY, base_path('artisan'), 'logion:bench-evaluation', (string) $day], timeout: null);
                $process->start();

                return $process;
            }, range(0, $processes - 1));
            $rounds[] = array_map(
                static fn (Process $process): array => $process->wait() === 0
                    ? json_decode($process->getOutput(), true, flags: JSON_THROW_ON_ERROR)
                    : throw new \RuntimeException($process->getErrorOutput()),
                $running,
            );
        }
        usort(
            $rounds,
            static fn (array $a, array $b): int => array_sum(array_map(self::rate(...), $a)) <=> array_sum(array_map(self::rate(...), $b)),
        );

        return $rounds[2];
    }

    /** The same screen as of 120 month ends over the whole demo, and what that comes to per company. */
    private function backTest(): void
    {
        $started = hrtime(true);
        $result = app(BackTestRunner::class)->run(
            [
                'screen' => [
                    'criteria' => [
                        'return_on_invested_capital > 0.12',
                        'net_debt_to_ebitda < 2',
                        'price_to_earnings < 15',
                        'median_traded_value_3m > 100000',
                    ],
                ],
                'frequency' => 'monthly',
                'from' => '2016-07-01',
                'index' => 'ALLSH',
            ],
            null,
        );
        $seconds = (hrtime(true) - $started) / 1e9;
        $companies = Security::query()->where('kind', 'share')->count();
        $this->table(
            ['back-test of four criteria', ''],
            [
                ['dates', (string) count($result['dates'])],
                ['companies', (string) $companies],
                ['seconds', number_format($seconds, 1)],
                ['ms a company', number_format((1000 * $seconds) / $companies, 1)],
                ['seconds at 10,000 companies, at the same cost each', number_format((10000 * $seconds) / $companies, 0)],
            ],
        );
    }

    /**
     * @param  array<string, mixed>  $body
     * @return array<string, mixed>
     */
    private function request(string $method, string $path, array $body = []): array
    {
        return $this->requests()->ask($method, $path, $body);
    }

    private function median(\Closure $work): float
    {
        return $this->requests()->median($work);
    }

    private function requests(): BenchmarkRequests
    {
        return $this->requests ??= new BenchmarkRequests((string) $this->option('port'), $this->runs());
    }

    private function runs(): int
    {
        return max(3, (int) $this->option('runs'));
    }
}
