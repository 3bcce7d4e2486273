<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Console\BenchmarkCopy;
use App\Console\InventedMembers;
use App\Following\ConditionRunner;
use App\Models\Bar;
use App\Models\Company;
use App\Models\ConditionCall;
use App\Models\Dividend;
use App\Models\Estimate;
use App\Models\Exchange;
use App\Models\Filing;
use App\Models\InsiderTrade;
use App\Models\Listing;
use App\Models\Security;
use App\Models\User;
use App\Models\WatchedCondition;
use App\Storage\ColumnStore;
use App\Storage\ColumnTable;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;
use Logion\CrossSection\Column;
use Logion\Time\Day;

final class RunFollowingBenchmark extends Command
{
    protected $signature = 'logion:bench-following {--securities=60000} {--users=1000} {--conditions=20 : of each user}';

    protected $description = 'Measure the conditions of many users over many securities for a day, on a copy of the demo';

    /** Kinds and settings, by turns. */
    private const CHECKS = [
        ['price_below', ['price' => 30]],
        ['price_above', ['price' => 80]],
        ['criterion', ['formula' => 'price_to_book < 2']],
        ['criterion', ['formula' => 'net_margin > 0.1 and price_to_book < 3']],
        ['revision', ['line' => self::EARNINGS, 'beyond' => -0.05, 'days' => 90]],
        ['surprise', ['line' => self::EARNINGS, 'beyond' => 0.05]],
        ['insider', ['amount' => 1000]],
        ['dividend', []],
    ];

    private const EARNINGS = 'earnings_per_share_diluted';

    private const METRICS = ['price_to_book' => [0.2, 9.0], 'net_margin' => [-0.2, 0.4]];

    private const BARS = 6;

    /** Of so many companies one tells something on the day, of every kind: a busy day. */
    private const ONE_TELLS_OF = 50;

    private const TOGETHER = 2000;

    public function handle(ColumnStore $columns, ConditionRunner $runner): int
    {
        BenchmarkCopy::open('following');
        mt_srand(3);
        $day = $columns->latestDay() ?? throw new \LogicException('The demo has a day.');
        $first = (int) Company::query()->max('id') + 1;
        $count = (int) $this->option('securities');
        $this->line("Making {$count} companies, a week of their prices, and what some of them tell on the day");
        DB::transaction(fn () => $this->companies($first, $count, $day));
        $columns->forgetFrom($day);
        $this->columns(app(ColumnTable::class), $first, $count, $day);
        $conditions = (int) $this->option('users') * (int) $this->option('conditions');
        DB::transaction(fn () => $this->conditions($first, $count, $day));
        $started = hrtime(true);
        $runner->run($day);
        $this->table(
            ['what', 'ms'],
            [
                [
                    "{$conditions} conditions of {$this->option('users')} users over {$count} securities, ".
                    ConditionCall::query()->where('day', $day)->count().
                    ' call',
                    number_format((hrtime(true) - $started) / 1e6, 1),
                ],
            ],
        );
        BenchmarkCopy::close();

        return self::SUCCESS;
    }

    private function companies(int $first, int $count, int $day): void
    {
        $exchange = (int) Exchange::query()->value('id');
        $security = (int) Security::query()->max('id') + 1;
        $listing = (int) Listing::query()->max('id') + 1;
        foreach (array_chunk(range(0, $count - 1), self::TOGETHER) as $some) {
            $rows = ['companies' => [], 'securities' => [], 'listings' => [], 'bars' => []];
            foreach ($some as $i) {
                $rows['companies'][] = [
                    'id' => $first + $i,
                    'name' => "Invented {$i}",
                    'country' => 'XA',
                    'sector' => (string) (10 + ($i % 25)),
                    'template' => 'industrial',
                    'reporting_currency' => 'XCR',
                    'description' => '',
                ];
                $rows['securities'][] = ['id' => $security + $i, 'company_id' => $first + $i, 'kind' => 'share', 'name' => 'Shares'];
                $rows['listings'][] = [
                    'id' => $listing + $i,
                    'security_id' => $security + $i,
                    'exchange_id' => $exchange,
                    'ticker' => "Q{$i}",
                    'currency' => 'XCR',
                ];
                for ($back = 0; $back < self::BARS; $back++) {
                    $close = mt_rand(2000, 9000) / 100;
                    $rows['bars'][] = [
                        'listing_id' => $listing + $i,
                        'day' => Day::plus($day, -$back),
                        'high' => $close,
                        'low' => $close,
                        'close' => $close,
                        'volume' => 1000,
                    ];
                }
            }
            Company::query()->insert($rows['companies']);
            Security::query()->insert($rows['securities']);
            Listing::query()->insert($rows['listings']);
            array_map(static fn (array $part) => Bar::query()->insert($part), array_chunk($rows['bars'], self::TOGETHER));
        }
        for ($i = 0; $i < $count; $i += self::ONE_TELLS_OF) {
            $this->tells($first + $i, $security + $i, $day);
        }
    }

    private function tells(int $company, int $security, int $day): void
    {
        foreach ([[Day::plus($day, -120), 4.0], [$day, 3.0]] as [$on, $mean]) {
            Estimate::query()->insert([
                'company_id' => $company,
                'line' => self::EARNINGS,
                'period' => 10 * intdiv($day, 10_000),
                'day' => $on,
                'mean' => $mean,
                'deviation' => 0.2,
                'analysts' => 5,
                'high' => $mean + 1,
                'low' => $mean - 1,
            ]);
        }
        Filing::query()->insert([
            'company_id' => $company,
            'kind' => 'quarterly',
            'period' => 10 * intdiv($day, 10_000) + 1,
            'period_end' => Day::plus($day, -60),
            'filed_on' => $day,
            'title' => 'Quarter',
        ]);
        InsiderTrade::query()->insert(['company_id' => $company, 'insider' => 'A', 'day' => $day, 'shares' => 900, 'price' => 40]);
        Dividend::query()->insert([
            'security_id' => $security,
            'ex_date' => Day::plus($day, 20),
            'declared_on' => $day,
            'paid_on' => Day::plus($day, 40),
            'amount' => 0.4,
            'currency' => 'XCR',
        ]);
    }

    private function columns(ColumnTable $table, int $first, int $count, int $day): void
    {
        $members = InventedMembers::of($count, $first);
        $table->writeSet($day, $members);
        foreach (self::METRICS as $metric => [$low, $high]) {
            $values = array_map(static fn (): float => $low + (($high - $low) * mt_rand()) / mt_getrandmax(), $members);
            $table->write($day, $metric, null, Column::of($values));
        }
    }

    private function conditions(int $first, int $count, int $day): void
    {
        $user = (int) User::query()->max('id');
        for ($nth = 0; $nth < (int) $this->option('users'); $nth++) {
            // As rows: to hash a thousand passwords takes minutes.
            User::query()->insert([
                'id' => ++$user,
                'name' => "Follower {$nth}",
                'email' => "follower{$nth}@example.invalid",
                'password' => '',
                'role' => 'reader',
            ]);
            $rows = [];
            for ($i = 0; $i < (int) $this->option('conditions'); $i++) {
                [$kind, $settings] = self::CHECKS[($nth + $i) % count(self::CHECKS)];
                $rows[] = [
                    'user_id' => $user,
                    'company_id' => $first + mt_rand(0, $count - 1),
                    'role' => 'call',
                    'kind' => $kind,
                    'settings' => json_encode($settings),
                    'set_on' => Day::plus($day, -300),
                    'looked_through' => Day::plus($day, -1),
                ];
            }
            WatchedCondition::query()->insert($rows);
        }
    }
}
