<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Console\BenchmarkCopy;
use App\Evaluation\EvaluationContext;
use App\Evaluation\EvaluationContexts;
use App\Feature\Desk\DeskReport;
use App\Feature\Portfolio\PerformanceReport;
use App\Feature\Portfolio\PortfolioReport;
use App\Feed\Advance;
use App\Following\ConditionRunner;
use App\Models\Candidate;
use App\Models\Company;
use App\Models\Instrument;
use App\Models\InstrumentPrice;
use App\Models\LookedCompany;
use App\Models\Portfolio;
use App\Models\PortfolioEntry;
use App\Models\Rating;
use App\Models\Security;
use App\Models\User;
use App\Models\WatchedCondition;
use App\Storage\ColumnStore;
use App\Storage\CompanyReader;
use App\Storage\Holding\HeldPrices;
use App\Storage\Holding\HeldSecurities;
use App\Storage\Holding\PortfolioBooks;
use Closure;
use Illuminate\Console\Command;
use Logion\Portfolio\PortfolioHistory;
use Logion\Time\Day;

final class RunHoldingBenchmark extends Command
{
    protected $signature = 'logion:bench-holding {--transactions=10000} {--positions=500} {--conditions=5000} '.
        '{--days=1 : the exchange goes on}';

    protected $description = 'Measure a large portfolio, Desk, conditions and the exchange going on, on a copy of the demo';

    private const RUNS = 7;

    private const TOGETHER = 500;

    /** Of a year, on Desk. */
    private const CHANGES = 5000;

    /** As days are written, YYYYMMDD. */
    private const TEN_YEARS = 100_000;

    private const CHECKS = [
        ['price_below', ['price' => 30]],
        ['price_above', ['price' => 80]],
        ['criterion', ['formula' => 'price_to_book < 2']],
        ['criterion', ['formula' => 'net_margin > 0.1']],
        ['revision', ['line' => 'earnings_per_share_diluted', 'beyond' => -0.05, 'days' => 90]],
        ['surprise', ['line' => 'earnings_per_share_diluted', 'beyond' => 0.05]],
        ['insider', ['amount' => 1000]],
        ['dividend', []],
    ];

    /** @var list<array{string, string}> */
    private array $rows = [];

    public function handle(): int
    {
        BenchmarkCopy::open('holding');
        $day = app(ColumnStore::class)->latestDay() ?? throw new \LogicException('The demo has a day.');
        $user = User::query()->create([
            'name' => 'Bench',
            'email' => 'holding@example.invalid',
            'password' => 'x',
            'role' => 'administrator',
        ]);
        $context = app(EvaluationContexts::class)->of($user);
        mt_srand(17);
        $this->holding($user, $context);
        $companies = array_map(intval(...), Company::query()->pluck('id')->all());
        $this->desk($user, $companies, $context);
        $this->conditions($user, $companies, $day);
        $days = max(1, (int) $this->option('days'));
        $this->row("the exchange goes on by {$days} days, with all conditions", $this->once(function () use ($days): void {
            app(Advance::class)->wished(['days' => $days, 'to' => null, 'next_event' => false], static fn () => null);
        }));
        $this->table(['what', 'ms'], $this->rows);
        BenchmarkCopy::close();

        return self::SUCCESS;
    }

    private function holding(User $user, EvaluationContext $context): void
    {
        $portfolio = Portfolio::query()->create([
            'user_id' => $user->id,
            'name' => 'Large',
            'currency' => 'XCR',
            'cost_method' => 'first_in',
            'withholding' => 0.15,
            'index_id' => Security::query()->where('kind', 'index')->value('id'),
        ])->refresh();
        $this->transactions($portfolio, $context->day);
        $books = app(PortfolioBooks::class);
        $this->measure('the books made and kept, as after each entry', static fn () => $books->keep($portfolio));
        $report = app(PortfolioReport::class);
        $positions = count($report->of($portfolio, $context)['positions']);
        $this->measure("portfolio of {$positions} positions: page", static fn () => $report->of($portfolio, $context));
        $this->measure('its daily returns of ten years', function () use ($portfolio, $context, $user, $books, $report): void {
            $book = $books->of($portfolio, $context->day);
            $prices = app(HeldPrices::class)->all(
                app(HeldSecurities::class)->of($user, $book->securities, $context->day),
                $context->day,
            );
            $days = app(CompanyReader::class)->prices($portfolio->index_id)->asOf($context->day)->days;
            PortfolioHistory::of($book->movements, $prices, $days, $report->rates('XCR'), $context->day);
        });
        $this->measure(
            'its whole performance: contributions, risk, index with the same flows',
            static fn () => app(PerformanceReport::class)->of($portfolio, $context, null),
        );
    }

    /** Deposits, and purchases, sales and dividends by turns, of shares and of what the owner prices by the month. */
    private function transactions(Portfolio $portfolio, int $day): void
    {
        $keys = $this->shares($portfolio, (int) $this->option('positions'), $day);
        $traded = app(CompanyReader::class)->prices($portfolio->index_id)->asOf($day)->days;
        $days = array_values(array_filter($traded, static fn (int $of): bool => $of > $day - self::TEN_YEARS));
        $none = array_fill_keys(['amount', 'security_id', 'instrument_id', 'quantity', 'price', 'fee', 'tax'], null);
        $rows = [['day' => $days[0], 'type' => 'deposit', 'amount' => '10000000'] + $none];
        $held = [];
        $count = (int) $this->option('transactions');
        for ($i = 0; $i < $count; $i++) {
            $nth = $i < count($keys) ? $i : mt_rand(0, count($keys) - 1);
            $turn = $i < count($keys) ? 0 : mt_rand(0, 3);
            $held[$nth] ??= 0;
            $row = match (true) {
                $turn < 2 || $held[$nth] < 10 => ['type' => 'buy', 'quantity' => '7', 'price' => '51.23', 'fee' => '4.95'],
                $turn === 2 => ['type' => 'sell', 'quantity' => '5', 'price' => '55.5', 'fee' => '4.95'],
                default => ['type' => 'dividend', 'amount' => '12.4', 'tax' => '2.1'],
            };
            $held[$nth] += ['buy' => 7, 'sell' => -5, 'dividend' => 0][$row['type']];
            $rows[] = ['day' => $days[intdiv($i * (count($days) - 1), $count)], ...$row, ...$keys[$nth]] + $none;
        }
        foreach (array_chunk($rows, self::TOGETHER) as $part) {
            PortfolioEntry::query()->insert(
                array_map(
                    static function (array $row) use ($portfolio): array {
                        ksort($row);

                        return [...$row, 'user_id' => $portfolio->user_id, 'portfolio_id' => $portfolio->id, 'currency' => 'XCR'];
                    },
                    $part,
                ),
            );
        }
    }

    /** @return list<array<string, int>> */
    private function shares(Portfolio $portfolio, int $count, int $day): array
    {
        $shares = Security::query()
            ->join('listings', 'listings.security_id', '=', 'securities.id')
            ->where(['securities.kind' => 'share', 'listings.main' => 1, 'listings.currency' => 'XCR'])
            ->limit($count)
            ->pluck('securities.id')
            ->all();
        $keys = array_map(static fn (mixed $id): array => ['security_id' => (int) $id], $shares);
        for ($i = count($keys); $i < $count; $i++) {
            $own = Instrument::query()->create([
                'user_id' => $portfolio->user_id,
                'code' => "OWN{$i}",
                'name' => "Own {$i}",
                'kind' => 'fund',
                'currency' => 'XCR',
            ]);
            for ($month = 0; $month < 120; $month++) {
                $on = Day::plus($day, -30 * $month);
                InstrumentPrice::query()->insert(['instrument_id' => $own->id, 'day' => $on, 'price' => 50 + mt_rand(-500, 500) / 100]);
            }
            $keys[] = ['instrument_id' => $own->id];
        }

        return $keys;
    }

    /** @param  list<int>  $companies */
    private function desk(User $user, array $companies, EvaluationContext $context): void
    {
        $day = $context->day;
        Candidate::query()->insert(
            array_map(
                static fn (int $id): array => ['user_id' => $user->id, 'company_id' => $id, 'stage' => 'idea', 'entered_on' => $day],
                $companies,
            ),
        );
        LookedCompany::query()->create(['user_id' => $user->id, 'through' => Day::plus($day, -360)]);
        $report = app(DeskReport::class);
        // Ratings are added until there are as many changes as are to be measured.
        $missing = self::CHANGES - $report->of($context)['changes'];
        for ($nth = 0; $nth < $missing; $nth++) {
            Rating::query()->insert([
                'company_id' => $companies[$nth % count($companies)],
                'house' => "House {$nth}",
                'day' => Day::plus($day, -($nth % 300)),
                'rating' => 'buy',
                'before' => 'hold',
                'target' => 50,
            ]);
        }
        $changes = $report->of($context)['changes'];
        $this->measure("Desk with {$changes} changes of a year", static fn () => $report->of($context));
    }

    /** @param  list<int>  $companies */
    private function conditions(User $user, array $companies, int $day): void
    {
        $count = (int) $this->option('conditions');
        $rows = [];
        for ($i = 0; $i < $count; $i++) {
            [$kind, $settings] = self::CHECKS[$i % count(self::CHECKS)];
            $rows[] = [
                'user_id' => $user->id,
                'company_id' => $companies[mt_rand(0, count($companies) - 1)],
                'role' => 'call',
                'kind' => $kind,
                'settings' => json_encode($settings),
                'set_on' => Day::plus($day, -300),
                'looked_through' => Day::plus($day, -1),
            ];
        }
        foreach (array_chunk($rows, self::TOGETHER) as $part) {
            WatchedCondition::query()->insert($part);
        }
        $this->row("{$count} conditions looked at for a day", $this->once(static fn () => app(ConditionRunner::class)->run($day)));
    }

    private function measure(string $what, Closure $work): void
    {
        $times = array_map(fn (): float => $this->once($work), range(1, self::RUNS));
        sort($times);
        $this->row($what, $times[intdiv(self::RUNS, 2)]);
    }

    private function once(Closure $work): float
    {
        $started = hrtime(true);
        $work();

        return (hrtime(true) - $started) / 1e6;
    }

    private function row(string $what, float $milliseconds): void
    {
        $this->rows[] = [$what, number_format($milliseconds, 1)];
        $this->line("{$what}: ".number_format($milliseconds, 1).' ms');
    }
}
