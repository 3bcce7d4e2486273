<?php

declare(strict_types=1);

namespace Tests\Storage;

use App\Storage\CompanyReader;
use App\Storage\Identity\Identities;
use App\Storage\PackedRows;
use Illuminate\Database\Events\QueryExecuted;
use Illuminate\Database\Events\TransactionBeginning;
use Illuminate\Foundation\Testing\DatabaseTransactions;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\Group;
use Tests\DemoTestCase;

/** Packed copies say what the rows say, to the last bit, and never what they said before. */
final class PackedRowsTest extends DemoTestCase
{
    use DatabaseTransactions;

    private function packed(string $source, int $owner): bool
    {
        return DB::table('packed_rows')->where('source', $source)->where('owner', $owner)->exists();
    }

    public function test_a_refresh_packs_what_it_read_and_reading_gives_the_same(): void
    {
        $rows = $this->app->make(PackedRows::class);
        foreach (['bars', 'facts', 'estimates', 'observations'] as $source) {
            foreach ([1, 4, 10, 17, 22] as $owner) {
                $this->assertTrue(
                    $this->packed($source, $owner) ||
                        DB::table($source)
                            ->where($source === 'bars' ? 'listing_id' : 'company_id', $owner)
                            ->doesntExist(),
                    "{$source} of {$owner}",
                );
                $packed = $rows->columns($source, $owner);
                DB::table('packed_rows')->where('source', $source)->where('owner', $owner)->delete();
                $this->assertSame($rows->columns($source, $owner), $packed, "{$source} of {$owner}");
            }
        }
    }

    public function test_closes_alone_are_those_of_all_bars_whatever_happened_to_a_share(): void
    {
        $reader = $this->app->make(CompanyReader::class);
        $identities = $this->app->make(Identities::class);
        $rate = (string) DB::table('economy_series')->where('name', 'like', 'exchange_rate:%')->value('name');
        $paying = (int) DB::table('dividends')->max('security_id');
        DB::table('listings')->where('security_id', $paying)->update(['currency' => explode(':', $rate)[1]]);
        $listings = $currencies = [];
        foreach (DB::table('listings')->where('main', true)->distinct()->pluck('security_id') as $id) {
            $listings[$id] = array_values(array_filter($identities->ofSecurity($id), static fn ($of): bool => $of->main));
            $currencies[$id] = $listings[$id][count($listings[$id]) - 1]->currency;
        }
        $this->assertGreaterThan(count($listings), array_sum(array_map(count(...), $listings)), 'One moved to another exchange.');
        $this->assertGreaterThan(1, count(array_unique($currencies)));
        DB::table('packed_rows')->where('source', 'bars')->where('owner', $listings[4][0]->id)->delete();
        $read = iterator_to_array($reader->closesOf($listings));
        $this->assertSame(array_keys($listings), array_keys($read));
        $splits = $dividends = 0;
        foreach ($read as $security => [$currency, $closes]) {
            $all = $reader->prices($security);
            $this->assertSame($currencies[$security], $currency);
            $this->assertNotSame([], $all->days);
            foreach (['days', 'rawCloses', 'closes', 'adjusted'] as $figure) {
                $this->assertTrue($all->{$figure} === $closes->{$figure}, "{$figure} of {$security}");
            }
            $this->assertSame([], $closes->volumes);
            $this->assertSame($closes->closes, $closes->highs);
            $this->assertSame(count($all->days), count($all->volumes));
            $splits += count($closes->actions->splits);
            $dividends += count($closes->actions->dividends);
        }
        $this->assertSame(DB::table('corporate_actions')->where('kind', 'split')->count(), $splits);
        $this->assertSame(DB::table('dividends')->count(), $dividends);
    }

    public function test_many_owners_asked_for_together_are_each_what_their_rows_say(): void
    {
        $rows = $this->app->make(PackedRows::class);
        foreach (['bars', 'facts', 'estimates', 'observations'] as $source) {
            [$of, $grows] = [$source === 'bars' ? 'listing_id' : 'company_id', $source === 'facts' ? 'id' : 'day'];
            $owners = DB::table('packed_rows')->where('source', $source)->orderBy('owner')->limit(12)->pluck('owner')->all();
            $this->assertCount(12, $owners);
            // One is not packed, and two up to an earlier day than the others: each goes on from its own.
            [$alone, $early] = [$owners[3], [2 => $owners[2], 6 => $owners[6]]];
            foreach ($early as $count => $owner) {
                $its = DB::table($source)->where($of, $owner);
                $last = (clone $its)->orderByDesc($grows)->limit($count)->get();
                $this->assertCount($count, $last);
                $its->where($grows, '>=', $last->min($grows))->delete();
                $rows->keep([$source => [$owner]]);
                DB::table($source)->insert($last->reverse()->map(static fn (object $row): array => (array) $row)->all());
                $this->assertTrue($this->packed($source, $owner));
            }
            DB::table('packed_rows')->where('source', $source)->where('owner', $alone)->delete();
            $together = $rows->columnsOf($source, $owners);
            $some = $rows->columnsOf($source, array_reverse($owners), [1, 2]);
            DB::table('packed_rows')->where('source', $source)->delete();
            foreach ($owners as $owner) {
                // What differs in thousands of rows takes minutes to be written out.
                $this->assertTrue($rows->columns($source, $owner) === $together[$owner], "{$source} of {$owner}");
                $this->assertTrue([1 => $together[$owner][1], 2 => $together[$owner][2]] === $some[$owner], "{$source} of {$owner}");
            }
        }
    }

    public function test_every_number_and_text_survives(): void
    {
        DB::table('facts')->where('company_id', 3)->delete();
        $filing = (int) DB::table('filings')->where('company_id', 3)->value('id');
        $values = [0.1, 0.0, 1e300, -1e-300, 1234567890.1234567, 1 / 3, PHP_FLOAT_EPSILON, -5.0];
        foreach ($values as $i => $value) {
            DB::table('facts')->insert([
                'company_id' => 3,
                'filing_id' => $filing,
                'line' => "line_{$i}",
                'period' => 20200 + $i,
                'value' => $value,
            ]);
        }
        $rows = $this->app->make(PackedRows::class);
        $before = $rows->columns('facts', 3);
        $rows->keep(['facts' => [3], 'bars' => [999999], 'estimates' => [], 'observations' => []]);
        $this->assertTrue($this->packed('facts', 3));
        $this->assertSame(serialize($before), serialize($rows->columns('facts', 3)));
        $this->assertSame(array_map(serialize(...), $values), array_map(serialize(...), $before[2]));
        $this->assertSame([[], [], [], [], []], $rows->columns('bars', 999999), 'nothing is packed as nothing');
    }

    public function test_some_columns_are_the_same_as_of_all(): void
    {
        $rows = $this->app->make(PackedRows::class);
        $all = $rows->columns('bars', 4);
        $this->assertTrue($this->packed('bars', 4));
        $wanted = [0 => $all[0], 3 => $all[3]];
        $this->assertSame($wanted, $rows->columns('bars', 4, [0, 3]));
        // One that came since stands behind what is packed, of the columns wanted alone.
        $day = $all[0][count($all[0]) - 1] + 1;
        DB::table('bars')->insert(['listing_id' => 4, 'day' => $day, 'high' => 3, 'low' => 1, 'close' => 2.5, 'volume' => 9]);
        $this->assertSame([0 => [...$all[0], $day], 3 => [...$all[3], 2.5]], $rows->columns('bars', 4, [0, 3]));
        DB::table('packed_rows')->where('source', 'bars')->where('owner', 4)->delete();
        $this->assertSame([0 => [...$all[0], $day], 3 => [...$all[3], 2.5]], $rows->columns('bars', 4, [0, 3]), 'not packed');
    }

    public function test_a_refresh_packs_what_is_told_of_those_that_were_delisted(): void
    {
        $gone = (int) DB::table('listings')->where('main', true)->where('to_day', '<', 20240101)->value('id');
        $this->assertGreaterThan(0, $gone);
        $this->assertTrue($this->packed('bars', $gone));
        $company = (int) DB::table('securities')
            ->join('listings', 'security_id', '=', 'securities.id')
            ->where('listings.id', $gone)
            ->value('company_id');
        foreach (['facts', 'estimates', 'observations'] as $source) {
            $this->assertTrue($this->packed($source, $company), $source);
        }
        $read = $this->app->make(PackedRows::class)->columns('bars', $gone);
        $this->assertSame(DB::table('bars')->where('listing_id', $gone)->count(), count($read[0]));
        $this->assertGreaterThan(100, count($read[0]));
    }

    #[Group('sqlite')]
    public function test_nobody_writes_between_what_is_read_and_what_is_kept(): void
    {
        $other = $this->another();
        $other->exec('delete from packed_rows where owner = 5');
        $refused = 0;
        DB::listen(static function (QueryExecuted $query) use ($other, &$refused): void {
            if (str_starts_with($query->sql, 'delete from `packed_rows` where `owner` is null')) {
                try {
                    $other->exec("insert into observations (company_id, name, day, value) values (5, 'analysts_buy', 20260630, 3)");
                } catch (\PDOException $busy) {
                    $refused += (int) str_contains($busy->getMessage(), 'locked');
                }
            }
        });
        $this->app->make(CompanyReader::class)->keepPacked([5]);
        $this->assertGreaterThan(0, $refused);
        $this->assertTrue($this->packed('observations', 5));
    }

    #[Group('sqlite')]
    public function test_what_was_refused_is_kept_the_next_time(): void
    {
        DB::statement('pragma busy_timeout = 0');
        $reader = $this->app->make(CompanyReader::class);
        $other = $this->another();
        $other->exec('delete from packed_rows where owner = 6');
        $other->exec('begin immediate');
        // Where all is packed nobody waits.
        $reader->keepPacked([7]);
        try {
            $reader->keepPacked([6]);
            $this->fail('It wrote while another was writing.');
        } catch (\PDOException $busy) {
            $this->assertStringContainsString('locked', $busy->getMessage());
        } finally {
            $other->exec('rollback');
            DB::statement('pragma busy_timeout = 10000');
        }
        $reader->keepPacked([6]);
        $this->assertTrue($this->packed('bars', 6));
    }

    public function test_the_few_rows_that_come_later_do_not_have_all_packed_anew(): void
    {
        $reader = $this->app->make(CompanyReader::class);
        $rows = $this->app->make(PackedRows::class);
        DB::table('packed_rows')->where('owner', 2)->delete();
        $reader->keepPacked([2]);
        $filing = (int) DB::table('filings')->where('company_id', 2)->value('id');
        $put = [
            'facts' => static fn (int $n): array => ['filing_id' => $filing, 'line' => "line_{$n}", 'period' => 20200, 'value' => $n],
            'estimates' => static fn (int $n): array => [
                'line' => 'revenue',
                'period' => 20260,
                'day' => 20260700 + $n,
                'mean' => $n,
                'deviation' => 1,
                'analysts' => 2,
                'high' => 3,
                'low' => 1,
            ],
            'observations' => static fn (int $n): array => ['name' => 'analysts_buy', 'day' => 20260700 + $n, 'value' => $n],
        ];
        foreach ($put as $source => $row) {
            $size = fn (): int => (int) DB::table('packed_rows')->where('source', $source)->where('owner', 2)->value('size');
            $first = $size();
            $this->assertGreaterThan(0, $first);
            foreach (range(1, 22) as $n) {
                DB::table($source)->insert(['company_id' => 2, ...$row($n)]);
            }
            $this->assertCount($first + 22, $rows->columns($source, 2)[0]);
            $reader->keepPacked([2]);
            $this->assertSame($first, $size(), "{$source}: 22 stand beside what is packed");
            DB::table($source)->insert(['company_id' => 2, ...$row(23)]);
            $rows->columns($source, 2);
            $reader->keepPacked([2]);
            $this->assertSame($first + 23, $size(), "{$source}: 23 are packed");
            $this->assertSame(DB::table($source)->where('company_id', 2)->count(), count($rows->columns($source, 2)[0]));
        }
    }

    /** @return iterable<string, array{\Closure(): mixed, bool}> what somebody does meanwhile, and whether it is packed all the same */
    public static function meanwhile(): iterable
    {
        $bars = static fn () => DB::table('bars')->where('listing_id', 2);
        $bar = static fn (int $day): array => ['listing_id' => 2, 'day' => $day, 'high' => 9, 'low' => 7, 'close' => 8, 'volume' => 1];
        yield 'nothing' => [static fn () => null, true];
        yield 'one that is packed is changed' => [static fn () => $bars()->where('day', self::TODAY)->update(['close' => 123.0]), false];
        yield 'one that came since is changed' => [static fn () => $bars()->where('day', 20260710)->update(['close' => 123.0]), false];
        yield 'one comes among them' => [static fn () => $bars()->insert($bar(20260751)), false];
        yield 'one of them goes' => [static fn () => $bars()->where('day', 20260710)->delete(), false];
        yield 'one comes after them' => [static fn () => $bars()->insert($bar(20260901)), true];
    }

    #[DataProvider('meanwhile')]
    public function test_what_is_changed_between_what_is_read_and_what_is_kept_is_not_kept(\Closure $change, bool $isPacked): void
    {
        $rows = $this->app->make(PackedRows::class);
        foreach (range(1, 80) as $n) {
            DB::table('bars')->insert(
                ['listing_id' => 2, 'day' => 20260700 + 2 * $n, 'high' => 9, 'low' => 7, 'close' => $n, 'volume' => 1],
            );
        }
        $size = static fn (): int => (int) DB::table('packed_rows')->where('source', 'bars')->where('owner', 2)->value('size');
        $before = $size();
        $this->assertGreaterThan(0, $before);
        $times = 0;
        // Nobody can any more once the transaction has begun: what this connection does then has happened just before.
        DB::connection()->getEventDispatcher()?->listen(TransactionBeginning::class, static function () use ($change, &$times): void {
            ++$times === 1 && $change();
        });
        $rows->keep(['bars' => [2], 'facts' => [], 'estimates' => [], 'observations' => []]);
        $this->assertSame(1, $times);
        $this->assertSame($isPacked, $size() === $before + 80);
        $kept = $rows->columns('bars', 2);
        DB::table('packed_rows')->where('source', 'bars')->where('owner', 2)->delete();
        $this->assertSame($rows->columns('bars', 2), $kept);
    }

    public function test_whatever_comes_goes_and_is_packed_reading_gives_the_rows(): void
    {
        $rows = $this->app->make(PackedRows::class);
        $reader = $this->app->make(CompanyReader::class);
        $filing = (int) DB::table('filings')->where('company_id', 2)->value('id');
        $listing = (int) DB::table('listings')
            ->join('securities', 'securities.id', '=', 'security_id')
            ->where('company_id', 2)
            ->where('listings.main', true)
            ->value('listings.id');
        $day = static fn (): int => 20260600 + mt_rand(0, 150);
        $row = [
            'bars' => static fn (): array => ['listing_id' => $listing, 'day' => $day(), ...array_fill_keys(['high', 'low', 'close'], 7.5)],
            'facts' => static fn (): array => ['company_id' => 2, 'filing_id' => $filing, 'line' => 'revenue', 'period' => mt_rand(1, 9)],
            'estimates' => static fn (): array => ['company_id' => 2, 'line' => 'revenue', 'period' => 20260, 'day' => $day(), 'mean' => 1],
            'observations' => static fn (): array => ['company_id' => 2, 'name' => 'analysts_'.mt_rand(1, 3), 'day' => $day()],
        ];
        $rest = [
            'bars' => ['volume' => 3],
            'facts' => ['value' => 4.5],
            'estimates' => ['deviation' => 1, 'analysts' => 2, 'high' => 3, 'low' => 1],
            'observations' => ['value' => 2.5],
        ];
        mt_srand(17);
        $packed = 0;
        for ($round = 0; $round < 160; $round++) {
            $source = array_rand($row);
            $owner = $source === 'bars' ? $listing : 2;
            $its = DB::table($source)->where($source === 'bars' ? 'listing_id' : 'company_id', $owner);
            $key = $source === 'bars' ? 'day' : 'id';
            $one = $row[$source]();
            match (mt_rand(0, 9)) {
                0 => $its->where(isset($one['day']) ? 'day' : 'period', $one['day'] ?? $one['period'])->delete(),
                1 => $its
                    ->where($key, (clone $its)->orderBy($key)->offset(mt_rand(0, 300))->value($key))
                    ->update([array_key_first($rest[$source]) => mt_rand(10, 99)]),
                2, 3 => $reader->keepPacked([2]),
                default => DB::table($source)->insertOrIgnore([...$one, ...$rest[$source]]),
            };
            $packed += (int) $this->packed($source, $owner);
            $read = $rows->columns($source, $owner);
            DB::beginTransaction();
            DB::table('packed_rows')->where('source', $source)->where('owner', $owner)->delete();
            $this->assertSame($rows->columns($source, $owner), $read, "{$source}, {$round}");
            DB::rollBack();
        }
        $this->assertGreaterThan(40, $packed, 'often it was packed');
        $this->assertLessThan(140, $packed, 'and often not');
    }

    /** @return iterable<string, array{string, \Closure(): void}> */
    public static function changes(): iterable
    {
        $insert = static fn (string $table, array $row): \Closure => static fn () => DB::table($table)->insert($row);
        yield 'a bar more' => [
            'bars',
            $insert('bars', ['listing_id' => 2, 'day' => 20260701, 'high' => 9, 'low' => 7, 'close' => 8, 'volume' => 1]),
        ];
        yield 'a bar among the others' => [
            'bars',
            $insert('bars', ['listing_id' => 2, 'day' => 20240106, 'high' => 9, 'low' => 7, 'close' => 8, 'volume' => 1]),
        ];
        yield 'a bar less' => ['bars', static fn () => DB::table('bars')->where('listing_id', 2)->where('day', self::TODAY)->delete()];
        yield 'another close' => [
            'bars',
            static fn () => DB::table('bars')
                ->where('listing_id', 2)
                ->where('day', self::TODAY)
                ->update(['close' => 123.0]),
        ];
        yield 'one bar for another' => [
            'bars',
            static function (): void {
                DB::table('bars')->where('listing_id', 2)->where('day', self::TODAY)->delete();
                DB::table('bars')->insert(['listing_id' => 2, 'day' => 20260702, 'high' => 9, 'low' => 7, 'close' => 8, 'volume' => 1]);
            },
        ];
        yield 'a bar of another listing becomes its' => [
            'bars',
            static fn () => DB::table('bars')
                ->where('listing_id', 1)
                ->where('day', 20260630)
                ->update(['listing_id' => 2, 'day' => 20260704]),
        ];
        yield 'a bar replaced in one statement' => [
            'bars',
            static fn () => DB::table('bars')->upsert(
                ['listing_id' => 2, 'day' => 20260630, 'high' => 4, 'low' => 2, 'close' => 3, 'volume' => 1],
                ['listing_id', 'day'],
            ),
        ];
        yield 'a fact more' => [
            'facts',
            static fn () => DB::statement(
                'insert into facts (company_id, filing_id, line, period, value) select 2, filing_id, line, period, value + 1 from facts '
                    .'where company_id = 2 limit 1',
            ),
        ];
        yield 'other facts' => [
            'facts',
            static fn () => DB::table('facts')
                ->where('company_id', 2)
                ->where('line', 'revenue')
                ->update(['value' => 77.0]),
        ];
        yield 'a filing goes and takes its facts along' => [
            'facts',
            static fn () => DB::table('filings')->where('company_id', 2)->limit(1)->delete(),
        ];
        yield 'estimates less' => [
            'estimates',
            static fn () => DB::table('estimates')->where('company_id', 2)->where('period', 20260)->delete(),
        ];
        $estimate = ['company_id' => 2, 'line' => 'revenue', 'period' => 20260, 'mean' => 9.5, 'deviation' => 1.5];
        $estimate += ['analysts' => 3, 'high' => 11.0, 'low' => 8.0];
        yield 'an estimate more' => ['estimates', $insert('estimates', [...$estimate, 'day' => 20260702])];
        yield 'an estimate among the others' => ['estimates', $insert('estimates', [...$estimate, 'day' => 20240703])];
        yield 'another name observed' => [
            'observations',
            $insert('observations', ['company_id' => 2, 'name' => 'analysts_asleep', 'day' => 20260702, 'value' => 3]),
        ];
        yield 'an observation among the others' => [
            'observations',
            $insert('observations', ['company_id' => 2, 'name' => 'analysts_buy', 'day' => 20240703, 'value' => 3]),
        ];
        yield 'an observation more' => [
            'observations',
            $insert('observations', ['company_id' => 2, 'name' => 'analysts_buy', 'day' => 20260630, 'value' => 3]),
        ];
    }

    /** @param  \Closure(): void  $change */
    #[DataProvider('changes')]
    public function test_what_changes_is_read_as_it_is_now(string $source, \Closure $change): void
    {
        $rows = $this->app->make(PackedRows::class);
        $this->app->make(CompanyReader::class)->keepPacked([2]);
        $this->assertTrue($this->packed($source, 2));
        $before = $rows->columns($source, 2);
        $change();
        $after = $rows->columns($source, 2);
        $this->assertNotSame($before, $after);
        DB::table('packed_rows')->delete();
        $this->assertSame($rows->columns($source, 2), $after);
        // The next refresh packs them anew.
        $this->app->make(CompanyReader::class)->keepPacked([2]);
        $this->assertTrue($this->packed($source, 2));
        $this->assertSame($after, $rows->columns($source, 2));
    }
}
