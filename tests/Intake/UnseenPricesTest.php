<?php

declare(strict_types=1);

namespace Tests\Intake;

use App\Files\FileFormat;
use App\Models\Bar;
use App\Models\Import;
use App\Storage\BarWriter;
use App\Storage\InstallationDay;
use App\Storage\LifeLock;
use App\Storage\OvertakenImport;
use App\Storage\PackedRows;
use App\Storage\RecentPrices;
use App\Storage\SpooledBars;
use Illuminate\Foundation\Testing\DatabaseTransactions;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\Group;
use Tests\DemoTestCase;

/** Prices of a large file are laid down some at a time, and nobody sees one before all. */
#[Group('sqlite')]
final class UnseenPricesTest extends DemoTestCase
{
    use DatabaseTransactions;

    private const IMPORT = 4711;

    private int $listing;

    protected function setUp(): void
    {
        parent::setUp();
        config(['logion.prices_at_once' => 50]);
        $this->listing = $this->listing('BRSW')->id;
        Import::query()->create([
            'id' => self::IMPORT,
            'name' => 'prices.csv',
            'path' => '/nowhere',
            'size' => 1,
            'digest' => '',
            'format' => FileFormat::Csv,
            'state' => 'previewed',
            'mapping' => [],
        ]);
    }

    /** @return array<string, mixed> what whoever asks is told of prices */
    private function told(): array
    {
        return [
            'rows' => $this->app->make(PackedRows::class)->columns('bars', $this->listing),
            'model' => Bar::query()->where('listing_id', $this->listing)->orderBy('day')->get(['day', 'close'])->toArray(),
            'writer' => [
                (new BarWriter(null))->stored($this->listing, 0, 99999999),
                (new BarWriter(null))->before($this->listing, 99999999),
                (new BarWriter(null))->after($this->listing, 0),
            ],
            'recent' => $this->app->make(RecentPrices::class)->ends([$this->company() => 20260101], 20991231),
            'day' => $this->app->make(InstallationDay::class)->limit(),
        ];
    }

    /**
     * Bars of years ago and, of all listings, of days to come; one takes another's place.
     *
     * @return array{SpooledBars, int} and the day of that
     */
    private function laid(): array
    {
        $replaced = (int) DB::table('bars')->where('listing_id', $this->listing)->max('day');
        $spool = $this->spool(fn () => $this->fail('nobody else is at it'));
        $writer = new BarWriter(self::IMPORT, $spool);
        foreach ([19700101, 19700102] as $day) {
            $writer->add($this->listing, $day, null, 7.0, 5.0, 6.0, 100);
        }
        foreach (DB::table('listings')->pluck('id') as $listing) {
            $writer->add((int) $listing, 20990102, null, 7.0, 5.0, 6.0, 100);
        }
        $this->assertSame(0, $this->laidDown(), 'nothing is written while they are few');
        $writer->flush();
        $this->assertSame(2 + DB::table('listings')->count(), $this->laidDown(), 'now they are many');
        $writer->add($this->listing, 19700105, null, 7.0, 5.0, 6.0, 100);
        $writer->replace($this->listing, $replaced, $writer->stored($this->listing, $replaced, $replaced)[$replaced]);
        $writer->add($this->listing, $replaced, null, 7.0, 5.0, 6.0, 100);
        $writer->add($this->listing, 19700106, null, 7.0, 5.0, 6.0, 100);
        $writer->flush();
        $told = $writer->stored($this->listing, 19700101, $replaced);
        $this->assertSame([self::IMPORT, 6.0], [$told[19700102]['import'], $told[$replaced]['close']], 'to this file they are stored');
        $spool->awaitTurn();

        return [$spool, $replaced];
    }

    private function spool(\Closure $waits, bool $isCurrent = true): SpooledBars
    {
        return new SpooledBars(self::IMPORT, $waits, static fn (): bool => $isCurrent);
    }

    private function company(): int
    {
        return (int) $this->listing('BRSW')->security?->company_id;
    }

    private function laidDown(): int
    {
        return DB::table('bars')->where('import_id', self::IMPORT)->count();
    }

    public function test_what_is_laid_down_is_seen_by_nobody_until_all_is(): void
    {
        foreach ([true, false] as $isPacked) {
            DB::table('packed_rows')->where('source', 'bars')->delete();
            $isPacked && $this->app->make(PackedRows::class)->keep(['bars' => [$this->listing]]);
            $before = $this->told();
            [$spool] = $this->laid();
            $this->assertSame(4 + DB::table('listings')->count(), $this->laidDown());
            $this->assertEquals($before, $this->told());
            // Who packs meanwhile packs what is seen.
            $this->app->make(PackedRows::class)->keep(['bars' => [$this->listing]]);
            $this->assertEquals($before, $this->told());
            $spool->end();
            $this->assertSame(0, $this->laidDown(), 'and what is not settled goes');
            $this->assertEquals($before, $this->told());
        }
    }

    public function test_all_is_seen_at_once_and_what_was_replaced_is_kept(): void
    {
        $before = $this->told();
        [$spool, $replaced] = $this->laid();
        DB::transaction($spool->settle(...));
        $spool->end();
        $after = $this->told();
        $this->assertSame(count($before['model']) + 5, count($after['model']));
        $this->assertSame(count($before['rows'][0]) + 5, count($after['rows'][0]), 'what was packed is forgotten');
        $this->assertSame(20990102, $after['recent'][$this->company()][2]);
        $this->assertGreaterThan($before['day'], $after['day']);
        $this->assertSame(6.0, $after['writer'][0][$replaced]['close']);
        $this->assertSame(19700101, $after['writer'][2][0]);
        $this->assertSame(5 + DB::table('listings')->count(), $this->laidDown());
        $kept = json_decode((string) DB::table('replaced_rows')->where('import_id', self::IMPORT)->sole()->row, true);
        $this->assertSame([$replaced, $before['writer'][0][$replaced]['close']], [$kept['day'], $kept['close']]);
        $this->assertSame(0, DB::table('unsettled_imports')->count());
    }

    public function test_what_a_dead_process_left_is_taken_away_by_the_next_or_by_the_clock(): void
    {
        $before = $this->told();
        $left = function (): void {
            DB::table('unsettled_imports')->insert(['import_id' => 99]);
            foreach (range(19710101, 19710109) as $day) {
                DB::table('bars')->insert([
                    'listing_id' => $this->listing,
                    'day' => $day,
                    'high' => 3,
                    'low' => 1,
                    'close' => 2,
                    'volume' => 9,
                    'import_id' => 99,
                ]);
            }
        };
        $left();
        $this->assertEquals($before, $this->told());
        $living = LifeLock::tryFor('bars on their way');
        SpooledBars::forgetDead();
        $this->assertSame(9, DB::table('bars')->where('import_id', 99)->count(), 'it may be alive');
        $living?->release();
        SpooledBars::forgetDead();
        $this->assertSame([0, 0], [DB::table('bars')->where('import_id', 99)->count(), DB::table('unsettled_imports')->count()]);
        $left();
        [$spool] = $this->laid();
        $this->assertSame(0, DB::table('bars')->where('import_id', 99)->count());
        $spool->end();
        $this->assertEquals($before, $this->told());
    }

    public function test_a_file_that_was_overtaken_before_its_bars_are_laid_lays_none(): void
    {
        $before = $this->told();
        $spool = $this->spool(static fn () => null, false);
        $writer = new BarWriter(self::IMPORT, $spool);
        foreach (DB::table('listings')->pluck('id') as $listing) {
            $writer->add((int) $listing, 20990102, null, 7.0, 5.0, 6.0, 100);
        }
        try {
            $writer->flush();
            $this->fail('It lays its bars among others than it was compared with.');
        } catch (OvertakenImport) {
            $spool->end();
        }
        $this->assertSame([0, 0], [$this->laidDown(), DB::table('unsettled_imports')->count()]);
        $this->assertEquals($before, $this->told());
        $this->assertNotNull(LifeLock::tryFor('bars on their way'));
    }

    public function test_one_file_after_another_takes_its_last_steps(): void
    {
        $first = LifeLock::tryFor('bars on their way');
        $waited = 0;
        $second = $this->spool(function () use ($first, &$waited): void {
            if (++$waited === 2) {
                $first?->release();
            }
        });
        $second->awaitTurn();
        $this->assertSame(2, $waited);
        $this->assertNull(LifeLock::tryFor('bars on their way'));
        $second->end();
        $this->assertNotNull(LifeLock::tryFor('bars on their way'));
    }
}
