<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Console\BenchmarkRequests;
use App\Models\Company;
use Illuminate\Console\Command;

/** Times what a reader waits for who opens a company, and its industry: of the demo, or of one that has all companies in one industry. */
final class RunReadingBenchmark extends Command
{
    protected $signature = 'logion:bench-reading {--prepare : make one industry of all companies} {--runs=15 : repetitions per figure} '.
        '{--port=8000 : where the application answers}';

    protected $description = 'Measure first reading, prices, earning power and an industry over HTTP';

    public function handle(): int
    {
        if ($this->option('prepare')) {
            Company::query()->update(['sector' => Company::query()->value('sector')]);

            return self::SUCCESS;
        }
        $requests = new BenchmarkRequests((string) $this->option('port'), max(3, (int) $this->option('runs')));
        $industry = $requests->ask('GET', '/api/v1/industries')['industries'][0];
        $ticker = $requests->ask('GET', "/api/v1/industries/{$industry['code']}")['members'][0]['ticker'];
        $company = "/api/v1/companies/{$ticker}";
        $lines = 'averages=s20,s50,s100,s200,e20&studies=momentum,strength,range';
        $rows = [];
        foreach (
            [
                'first reading' => [$company, 60],
                'what it draws' => ["{$company}/picture", 60],
                'ten years of days, five averages, three studies, levels and trends' => ["{$company}/market?over=10y&{$lines}", 60],
                'earning power on all bases with its grid' => ["{$company}/earning-power", 50],
                "an industry of {$industry['companies']} companies" => ["/api/v1/industries/{$industry['code']}", 100],
            ] as $what => [$path, $aim]
        ) {
            $rows[] = [$what, number_format($requests->median(static fn () => $requests->answer('GET', $path)), 1), (string) $aim];
        }
        $this->table(['read over HTTP', 'median, ms', 'aim'], $rows);

        return self::SUCCESS;
    }
}
