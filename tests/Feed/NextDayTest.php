<?php

declare(strict_types=1);

namespace Tests\Feed;

use App\Feed\Advance;
use App\Storage\ColumnStore;
use App\Storage\CompanyYears;
use App\Storage\PackedRows;
use App\Storage\StatementFindings;
use Illuminate\Database\Events\QueryExecuted;
use Illuminate\Foundation\Bootstrap\HandleExceptions;
use Illuminate\Support\Facades\DB;
use Logion\CrossSection\Universe;
use Logion\Metric\Catalogue;
use PDO;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;
use Simulation\Calendar;

/** Columns that follow from those of the day before are those that are computed anew, to the last bit. */
#[Group('sqlite')]
final class NextDayTest extends TestCase
{
    protected function tearDown(): void
    {
        HandleExceptions::flushState($this);
        parent::tearDown();
    }

    public function test_carried_columns_are_those_computed_anew(): void
    {
        $app = SimulatedDatabase::make(60, 20260630, 20240425);
        $columns = $app->make(ColumnStore::class);
        $columns->refresh(20240425);
        $reports = 0;
        $before = 20240425;
        foreach (Calendar::workdays(20240425, 20240510) as $day) {
            $app->make(Advance::class)->wished(['days' => 1, 'to' => $day, 'next_event' => false], static fn () => null, 1);
            $reports += DB::table('filings')->where('filed_on', $day)->count();
            $this->assertSame([$before, $day], DB::table('column_sets')->orderBy('as_of')->pluck('as_of')->all(), 'older ones gave way');
            $this->assertSame([$before, $day], DB::table('metric_columns')->distinct()->orderBy('as_of')->pluck('as_of')->all());
            $before = $day;
        }
        $this->assertGreaterThan(5, $reports);
        $this->assertColumnsAreThoseComputedAnew(20240510);
        // Nor do packed rows differ from the rows themselves.
        foreach (DB::table('packed_rows')->where('source', 'bars')->limit(12)->pluck('owner') as $listing) {
            $packed = $app->make(PackedRows::class)->columns('bars', (int) $listing);
            $rows = DB::table('bars')->where('listing_id', $listing)->orderBy('day')->get(['day', 'high', 'low', 'close', 'volume']);
            foreach (['day', 'high', 'low', 'close', 'volume'] as $i => $of) {
                $this->assertEquals($rows->pluck($of)->all(), $packed[$i], "{$of} of {$listing}");
            }
        }
    }

    public function test_who_began_to_read_before_the_next_day_reads_on(): void
    {
        $app = SimulatedDatabase::make(20, 20260630, 20240425);
        $columns = $app->make(ColumnStore::class);
        $columns->refresh(20240425);
        $keys = array_keys(Catalogue::builtIn()->all());
        $read = static function (Universe $universe) use ($keys): string {
            $read = [$universe->attribute('name'), $universe->category('sector')];
            foreach ($keys as $key) {
                $read[] = [$universe->column($key)->packed, $universe->column($key)->states];
            }

            return hash('xxh128', serialize($read));
        };
        $whole = $read($columns->universe(20240425) ?? $this->fail());
        $begun = $columns->universe(20240425) ?? $this->fail();
        $app->make(Advance::class)->wished(['days' => 1, 'to' => null, 'next_event' => false], static fn () => null, 1);
        $this->assertSame(20240426, $columns->latestDay());
        $this->assertSame($whole, $read($begun));
        $this->assertNotSame($whole, $read($columns->universe(20240426) ?? $this->fail()));
    }

    public function test_findings_and_yearly_figures_of_who_reported_are_those_computed_anew(): void
    {
        $app = SimulatedDatabase::make(60, 20260630, 20240425);
        $app->make(ColumnStore::class)->refresh(20240425);
        $years = DB::table('company_years')->count();
        $app->make(Advance::class)->begin(['days' => 12, 'to' => null, 'next_event' => false], 20240425, static fn () => null);
        $totals = DB::table('facts')
            ->join('filings', 'filings.id', '=', 'facts.filing_id')
            ->where('filings.filed_on', '>', 20240425)
            ->where('line', 'total_assets')
            ->pluck('facts.id');
        // None of the balances reported since balances.
        DB::table('facts')->whereIn('id', $totals)->update(['value' => DB::raw('value * 2')]);
        $this->assertTrue($app->make(Advance::class)->complete());
        $kept = [self::rows('findings'), self::rows('company_years')];
        $this->assertGreaterThan(10, count($kept[0]));
        $this->assertGreaterThan($years, count($kept[1]));
        DB::table('company_years')->delete();
        $app->make(CompanyYears::class)->fill();
        $app->make(StatementFindings::class)->check(
            DB::table('filings')->where('filed_on', '>', 20240425)->distinct()->pluck('company_id')->map(intval(...))->all(),
        );
        $this->assertSame([self::rows('findings'), self::rows('company_years')], $kept);
    }

    public function test_statements_are_checked_with_the_right_to_write(): void
    {
        $app = SimulatedDatabase::make(20, 20260630, 20200131);
        $other = new PDO('sqlite:'.DB::connection()->getDatabaseName(), options: [PDO::ATTR_TIMEOUT => 0]);
        $refused = 0;
        DB::listen(static function (QueryExecuted $query) use ($other, &$refused): void {
            if (str_contains($query->sql, 'from `findings`') || str_contains($query->sql, 'from "findings"')) {
                try {
                    $other->exec('update companies set name = name where id = 1');
                } catch (\PDOException $busy) {
                    $refused += (int) str_contains($busy->getMessage(), 'locked');
                }
            }
        });
        $app->make(StatementFindings::class)->check([1, 2, 3]);
        $this->assertSame(1, $refused, 'others wait before anything is read');
    }

    /** @return list<string> without their numbers, in some order */
    private static function rows(string $table): array
    {
        return DB::table($table)
            ->get()
            ->map(static fn (object $row): string => (string) json_encode(array_diff_key((array) $row, ['id' => 0])))
            ->sort()
            ->values()
            ->all();
    }

    private function assertColumnsAreThoseComputedAnew(int $day): void
    {
        $carried = SimulatedDatabase::metrics($day);
        SimulatedDatabase::again()->make(ColumnStore::class)->refresh($day);
        $this->assertSame(SimulatedDatabase::metrics($day), $carried);
        $this->assertGreaterThan(250, count($carried));
    }

    public function test_what_moves_daily_looks_at_more_than_statements(): void
    {
        $catalogue = Catalogue::builtIn();
        foreach (
            [
                'return_on_equity' => false,
                'gross_margin' => false,
                'piotroski_score' => false,
                'revenue_growth_5y' => false,
                'price_to_earnings' => true,
                'market_cap' => true,
                'beta_raw' => true,
                'forward_price_to_earnings' => true,
                'earnings_revision_90d' => true,
                'wacc' => true,
                'analyst_buy_share' => true,
                'momentum_12_1' => true,
            ] as $metric => $daily
        ) {
            $this->assertSame($daily, $catalogue->movesDaily($metric), $metric);
        }
        $lasting = array_filter(array_keys($catalogue->all()), static fn (string $key): bool => ! $catalogue->movesDaily($key));
        $this->assertGreaterThan(100, count($lasting));
    }
}
