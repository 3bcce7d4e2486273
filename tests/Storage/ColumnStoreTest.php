<?php

declare(strict_types=1);

namespace Tests\Storage;

use App\Evaluation\ComputedPeers;
use App\Models\Task;
use App\Storage\ColumnsForgotten;
use App\Storage\ColumnStore;
use App\Storage\CompanyReader;
use App\Storage\EconomyReader;
use App\Task\BeginParts;
use App\Task\ColumnWork;
use App\Task\PartedTasks;
use Illuminate\Support\Facades\DB;
use Logion\CrossSection\Universe;
use Logion\CrossSection\UniversePeers;
use Logion\Figure\Absence;
use Logion\Formula\Node;
use Logion\Identity\Reference;
use Logion\Metric\Catalogue;
use Logion\Metric\CompanyScope;
use Tests\DemoTestCase;

/** Columns and single companies must tell one truth. */
final class ColumnStoreTest extends DemoTestCase
{
    public function test_every_cell_of_every_column_is_what_the_company_itself_answers(): void
    {
        $store = $this->app->make(ColumnStore::class);
        $universe = $this->universe();
        $catalogue = Catalogue::builtIn();
        $economy = $this->app->make(EconomyReader::class)->read();
        $peers = new UniversePeers($universe);
        $compared = 0;
        foreach ($universe->ids() as $position => $id) {
            $company = $this->app->make(CompanyReader::class)->read($id) ?? $this->fail("Company {$id} is gone.");
            $scope = new CompanyScope($company, self::TODAY, $catalogue, $economy, $peers);
            foreach (array_keys($catalogue->all()) as $key) {
                $own = $scope->inCurrency($scope->metric($key), $catalogue->unit($key), $economy->baseCurrency());
                $column = $universe->column($key);
                if ($own instanceof Absence) {
                    $this->assertNull($column->at($position), "{$company->ticker} {$key}");
                    if (! $catalogue->needsPeers($key)) {
                        $this->assertSame($own->kind->value, $column->state($position), "{$company->ticker} {$key}");
                    }
                } else {
                    $this->assertSame($own, $column->at($position), "{$company->ticker} {$key}");
                    $compared++;
                }
            }
        }
        $this->assertGreaterThan(5000, $compared);
        $this->assertSame(self::TODAY, $store->latestDay());
    }

    public function test_coverage_counts_every_company_once(): void
    {
        $universe = $this->universe();
        foreach (['price_to_earnings', 'efficiency_ratio', 'days_inventory', 'revenue_growth_10y'] as $key) {
            $this->assertSame($universe->size(), array_sum($universe->column($key)->coverage()), $key);
        }
        $coverage = $universe->column('efficiency_ratio')->coverage();
        $banks = count(array_keys($universe->attribute('template'), 'bank', true));
        $this->assertSame([$banks, $universe->size() - $banks], [$coverage['value'], $coverage['not_applicable']]);
    }

    public function test_columns_that_are_let_go_while_somebody_reads_are_told_to_be_missing(): void
    {
        $store = $this->app->make(ColumnStore::class);
        $begun = $store->universe(self::TODAY, computes: false) ?? $this->fail();
        $company = $begun->ids()[0];
        $peers = new ComputedPeers(new UniversePeers($begun));
        $store->forgetFrom(self::TODAY);
        try {
            $begun->category('sector');
            $this->fail('It was read from nowhere.');
        } catch (ColumnsForgotten $missing) {
            $this->assertSame(409, $missing->getStatusCode());
            $this->assertStringContainsString('as of 2026-06-30 have not been computed yet', $missing->getMessage());
        }
        try {
            $store->derive(self::TODAY, Node::name('price'));
            $this->fail('It was computed for nobody.');
        } catch (ColumnsForgotten) {
            // What is read of one company goes on without the others.
        }
        $catalogue = Catalogue::builtIn();
        $compared = array_filter(array_keys($catalogue->all()), $catalogue->needsPeers(...));
        foreach (['price_to_earnings', ...$compared] as $key) {
            $this->assertInstanceOf(Absence::class, $peers->metric($key, $company));
        }
        $this->assertNotSame([], $compared);
        $this->assertNull($peers->spread(Node::name('price_to_earnings'), $company));
    }

    public function test_reading_a_few_cells_and_reading_all_agree(): void
    {
        $few = $this->universe()
            ->column('market_cap')
            ->gather([0, 3]);
        $all = $this->universe()
            ->column('market_cap')
            ->gather($this->universe()->positions());
        $this->assertSame([$all[0], $all[3]], $few);
    }

    public function test_an_expression_over_history_is_computed_once_and_kept(): void
    {
        $universe = $this->universe();
        $before = DB::table('metric_columns')->count();
        $first = $universe->evaluate($universe->catalogue->parse('mean_of(operating_margin, 5)'), [0, 1, 2]);
        $this->assertSame($before + 1, DB::table('metric_columns')->count());
        $this->assertEquals($first, $this->universe()->evaluate($universe->catalogue->parse('mean_of(operating_margin, 5)'), [0, 1, 2]));
        $this->assertSame($before + 1, DB::table('metric_columns')->count());
        $this->assertSame('mean_of(operating_margin, 5)', DB::table('metric_columns')->whereNotNull('formula')->value('formula'));
    }

    public function test_members_are_those_that_traded_and_were_not_delisted(): void
    {
        $store = $this->app->make(ColumnStore::class);
        $store->refresh(20210326);
        $store->refresh(20210402);
        $tickers = fn (int $day): array => ($store->universe($day) ?? $this->fail('No universe.'))->attribute('ticker');
        $this->assertContains('LNTE', $tickers(20210326));
        $this->assertNotContains('LNTE', $tickers(20210402));
        $this->assertNotContains('ALLSH', $tickers(20210402), 'An index is no company.');
        // The exchange that is named beside a ticker others have too plays no part in the order.
        $plain = array_map(static fn (string $reference): string => Reference::read($reference)->ticker ?? '', $tickers(20210402));
        $sorted = $plain;
        sort($sorted);
        $this->assertSame($sorted, $plain, 'In the order of tickers.');
    }

    public function test_a_refresh_again_gives_the_same_bytes(): void
    {
        $digest = static fn (): string => sha1(
            json_encode(
                DB::table('metric_columns')
                    ->where('as_of', self::TODAY)
                    ->whereNull('formula')
                    ->orderBy('name')
                    ->get()
                    ->map(static fn (object $row): string => $row->name.bin2hex($row->values).$row->states),
            ) ?:
            '',
        );
        $first = $digest();
        $this->app->make(ColumnStore::class)->refresh(self::TODAY);
        $this->assertSame($first, $digest());
    }

    public function test_in_parts_columns_and_expressions_are_what_they_are_in_one(): void
    {
        $formula = 'mean_of(net_margin, 3)';
        $store = $this->app->make(ColumnStore::class);
        $store->derive(self::TODAY, Catalogue::builtIn()->parse($formula));
        $kept = static fn (): array => DB::table('metric_columns')
            ->where('as_of', self::TODAY)
            ->orderBy('name')
            ->get(['name', 'values', 'states'])
            ->map(static fn (object $row): string => "{$row->name} ".sha1("{$row->values}{$row->states}"))
            ->all();
        $before = $kept();
        config(['logion.companies_of_a_part.columns' => 7]);
        foreach ([null, $formula] as $asked) {
            $task = Task::query()->create(['kind' => 'refresh', 'subject' => "parts {$asked}", 'state' => 'waiting']);
            (new BeginParts(ColumnWork::order($task->id, self::TODAY, $asked, 'default')))->handle($this->app->make(PartedTasks::class));
            $this->assertSame('done', $task->refresh()->state, (string) $task->message);
            $this->assertGreaterThan(14, $task->total);
        }
        $this->assertSame($before, $kept());
    }

    public function test_a_cancelled_refresh_stores_nothing(): void
    {
        $task = Task::query()->create(['kind' => 'refresh', 'subject' => '2019-05-20', 'state' => 'waiting']);
        DB::listen(static function ($query) use ($task): void {
            // Cancelled by someone while the first companies are being computed.
            if (preg_match('/^update [`"]tasks/', $query->sql) === 1 && in_array('running', $query->bindings, true)) {
                DB::table('tasks')
                    ->where('id', $task->id)
                    ->update(['state' => 'cancelled']);
            }
        });
        (new BeginParts(ColumnWork::order($task->id, 20190520, null, 'default')))->handle($this->app->make(PartedTasks::class));
        $this->assertSame(['cancelled', 'Cancelled; nothing was stored.'], [$task->refresh()->state, $task->message]);
        $this->assertFalse($this->app->make(ColumnStore::class)->isComplete(20190520));
        $this->assertSame(0, DB::table('metric_columns')->where('as_of', 20190520)->count());
    }

    public function test_a_refresh_that_fails_says_why_and_can_be_started_again(): void
    {
        $task = Task::query()->create(['kind' => 'refresh', 'subject' => '2019-05-21', 'state' => 'waiting']);
        DB::table('filings')->where('company_id', 1)->delete();
        DB::table('facts')->insert([
            'company_id' => 2,
            'filing_id' => DB::table('filings')->where('company_id', 2)->value('id'),
            'line' => 'revenue',
            'period' => 20180,
            'value' => 1,
        ]);
        (new BeginParts(ColumnWork::order($task->id, 20190521, null, 'default')))->handle($this->app->make(PartedTasks::class));
        $this->assertSame('done', $task->refresh()->state, 'A company without filings is a company without figures, not a failure.');
        $this->assertSame($task->total, $task->done);
    }

    private function universe(): Universe
    {
        return $this->app->make(ColumnStore::class)->universe(self::TODAY) ?? $this->fail('The day has no columns.');
    }
}
