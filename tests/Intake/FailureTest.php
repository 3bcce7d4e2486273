<?php

declare(strict_types=1);

namespace Tests\Intake;

use App\Feature\Intake\CompanyMatching;
use App\Feature\Intake\ImportRunner;
use App\Feature\Intake\Imports;
use App\Feature\Intake\Mapping;
use App\Feature\Intake\Recognition;
use App\Feed\Arrival;
use App\Feed\WatchedFolder;
use App\Files\FileFormat;
use App\Files\Rows;
use App\Files\XbrlReport;
use App\Models\Import;
use App\Models\User;
use App\Storage\CompanyRefresh;
use App\Storage\PackedRows;
use App\Storage\StorageTrouble;
use App\Task\TaskProgress;
use Illuminate\Support\Facades\DB;
use Logion\Intake\Refusal;
use PHPUnit\Framework\Attributes\Group;
use Tests\DemoTestCase;

/** What goes wrong leaves no half-stored file, no crash, and a sentence. */
final class FailureTest extends DemoTestCase
{
    public function test_a_list_of_nobody_is_refused_before_it_is_stored(): void
    {
        $import = $this->taken('mine.csv', "Ticker,Remark\nBRSW,\n");
        $this->expectException(Refusal::class);
        $this->expectExceptionMessage('name the user they are for');
        $this->app->make(Imports::class)->preview($import);
    }

    public function test_every_trouble_has_a_sentence(): void
    {
        $this->assertStringContainsString(
            'permissions',
            StorageTrouble::explain(new \PDOException('attempt to write a readonly database')),
        );
        $this->assertStringContainsString('logged', StorageTrouble::explain(new \RuntimeException('something else')));
        $this->assertSame('the reason itself', StorageTrouble::explain(Refusal::because('the reason itself')));
    }

    /** Prices of so many days that nobody would ask about, for a process of its own: what another writes meanwhile is not rolled back. */
    private function prices(int $days): Import
    {
        $lines = ['Date,Ticker,Close,Volume'];
        for ($i = 0; $i < $days; $i++) {
            $lines[] = date('Y-m-d', 86400 * $i).',BRSW,'.(20 + ($i % 9) / 10).',100';
        }
        $import = $this->taken('BRSW.csv', implode("\n", $lines)."\n");
        $import->update(['mapping' => [...$import->mapping, 'accept' => ['jumps', 'holidays']]]);

        return $import;
    }

    #[Group('sqlite')]
    public function test_others_write_while_a_file_of_prices_is_read(): void
    {
        $other = $this->another();
        $import = $this->prices(20_000);
        $imports = $this->app->make(Imports::class);
        $wrote = 0;
        $outcome = $imports->store($import, static function () use ($other, &$wrote): void {
            $wrote += (int) $other->exec('update companies set name = name where id = 1');
        });
        $this->assertSame(4, $wrote, 'as often as progress was told');
        $this->assertGreaterThan(0, $outcome->counts['changed'], 'some days were stored before');
        $bars = fn (): int => DB::table('bars')->where('import_id', $import->id)->count();
        $replaced = DB::table('replaced_rows')->where('import_id', $import->id)->count();
        $this->assertSame([$outcome->counts['new'] + $outcome->counts['changed'], $outcome->counts['changed']], [$bars(), $replaced]);
        $this->assertSame([], DB::select("select name from temp.sqlite_master where name like 'spooled%'"), 'what was laid down is gone');
        $imports->undo($import->refresh());
        $this->assertSame(0, $bars());
        $import->delete();
    }

    #[Group('sqlite')]
    public function test_what_was_packed_is_not_taken_for_all_there_is_when_a_file_came_in_among_it(): void
    {
        $packed = $this->app->make(PackedRows::class);
        $listing = $this->listing('BRSW')->id;
        $first = fn (): int => $packed->columns('bars', $listing)[0][0];
        $packed->keep(['bars' => [$listing]]);
        $this->assertGreaterThan(20000000, $first());
        $this->app->make(Imports::class)->store($this->prices(300));
        $this->assertSame(19700101, $first());
        $trigger = DB::select("select 1 from sqlite_master where name = 'bars_unpacked_by_insert'");
        $this->assertCount(1, $trigger, 'and what comes later will be noticed again');
    }

    /** What a file was compared with is no longer what is stored: it is compared again. */
    #[Group('sqlite')]
    public function test_prices_that_changed_while_a_file_was_read_are_not_overwritten_unseen(): void
    {
        $other = $this->another();
        $import = $this->prices(6_000);
        $imports = $this->app->make(Imports::class);
        $listing = $this->listing('BRSW')->id;
        $told = 0;
        $outcome = $imports->store($import, static function () use ($other, $listing, &$told): void {
            if ($told++ === 0) {
                $other->exec("insert into bars (listing_id, day, high, low, close, volume) values ({$listing}, 19700103, 9, 8, 8.5, 7)");
                $other->exec("insert into changes (what, rows, size) values ('a price by hand', '[]', 1)");
            }
        });
        $this->assertSame([5_999, 1], [$outcome->counts['new'], $outcome->counts['changed']]);
        $replaced = json_decode((string) DB::table('replaced_rows')->where('import_id', $import->id)->sole()->row, true);
        $this->assertEquals([19700103, 8.5], [$replaced['day'], $replaced['close']]);
        $imports->undo($import->refresh());
        $mine = DB::table('bars')->where('listing_id', $listing)->where('day', '<', 19900101);
        $this->assertSame([8.5], $mine->pluck('close')->all());
        $mine->delete();
        $this->app->make(CompanyRefresh::class)->companies([$this->companyId('BRSW') => 19700103], false);
        DB::table('changes')->where('what', 'a price by hand')->delete();
        $import->delete();
    }

    #[Group('sqlite')]
    public function test_a_file_that_another_worker_stored_meanwhile_is_not_stored_twice(): void
    {
        $other = $this->another();
        $import = $this->prices(6_000);
        try {
            $this->app->make(Imports::class)->store($import, static function () use ($other, $import): void {
                $other->exec("update imports set state = 'stored' where id = {$import->id}");
            });
            $this->fail('It is stored.');
        } catch (Refusal $refusal) {
            $this->assertStringContainsString('already stored', $refusal->getMessage());
        } finally {
            $import->refresh()->delete();
        }
        $bars = DB::table('bars')->where('listing_id', $this->listing('BRSW')->id)->where('day', '<', 19900101);
        $this->assertSame(0, $bars->count());
    }

    public function test_an_interrupted_background_import_can_be_stored_again(): void
    {
        $this->actingAs($user = $this->someone());
        $import = $this->taken('BRSW.csv', "Date,Close\n2026-07-01,100\n", $user);
        $task = \App\Models\Task::query()->create(['kind' => 'import', 'subject' => (string) $import->id, 'state' => 'running']);
        DB::table('tasks')
            ->where('id', $task->id)
            ->update(['updated_at' => now()->subMinutes(5)]);
        $import->update(['state' => 'storing', 'task_id' => $task->id]);
        TaskProgress::forget($task->id);
        $this->getJson("/api/v1/imports/{$import->id}")
            ->assertOk()
            ->assertJsonPath('state', 'previewed')
            ->assertJsonPath('task.message', 'The work was interrupted; nothing was stored. Store it again.');
        $this->postJson("/api/v1/imports/{$import->id}/store")
            ->assertOk()
            ->assertJsonPath('state', 'stored');
    }

    public function test_a_large_file_is_read_and_stored_in_the_background_and_can_be_cancelled(): void
    {
        $this->actingAs($user = $this->someone());
        $csv = "Date,Close,Volume,Filler\n";
        for ($i = 0; $i < 9000; $i++) {
            $csv .= date('Y-m-d', 86400 * $i).',5.5,100,'.str_repeat('x', 400)."\n";
        }
        $answer = $this->post(
            '/api/v1/imports',
            ['file' => \Illuminate\Http\UploadedFile::fake()->createWithContent('BRSW.csv', $csv)],
            ['Accept' => 'application/json'],
        )->assertCreated();
        $this->assertSame(['done', 'previewed'], [$answer->json('task.state'), $answer->json('state')]);
        $this->assertSame(
            9000,
            $answer->json('preview.counts.new') + $answer->json('preview.counts.changed') + $answer->json('preview.counts.same'),
        );
        $import = Import::query()->findOrFail($answer->json('id'));
        $before = DB::table('bars')->count();
        try {
            $this->app->make(Imports::class)->store($import, static fn () => throw new \App\Task\WorkCancelled());
            $this->fail('It was stored.');
        } catch (\App\Task\WorkCancelled) {
            $this->assertSame($before, DB::table('bars')->count());
        }
        $this->putJson("/api/v1/imports/{$import->id}", ['accept' => ['jumps']])->assertOk();
        $this->postJson("/api/v1/imports/{$import->id}/store")
            ->assertOk()
            ->assertJsonPath('state', 'stored')
            ->assertJsonPath('task.state', 'done');
    }

    public function test_bombs_and_outside_entities_are_refused(): void
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'bomb');
        $laughs =
            '<?xml version="1.0"?><!DOCTYPE lolz [<!ENTITY a "ha"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;"><!ENTITY c '.
            '"&b;&b;&b;&b;&b;&b;&b;&b;">]><xbrl xmlns="http://www.xbrl.org/2003/instance"><context id="x">&c;</context></xbrl>';
        $outside =
            '<?xml version="1.0"?><!DOCTYPE x [<!ENTITY secret SYSTEM "file:///etc/passwd">]><xbrl '.
            'xmlns="http://www.xbrl.org/2003/instance"><Revenues contextRef="c" unitRef="u">&secret;</Revenues></xbrl>';
        foreach ([$laughs, $outside] as $xml) {
            file_put_contents($path, $xml);
            try {
                iterator_to_array((new XbrlReport($path, FileFormat::XbrlXml))->facts(), false);
                $this->fail('It was read.');
            } catch (Refusal $refusal) {
                $this->assertMatchesRegularExpression('/document type|entity reference loop/', $refusal->getMessage());
            }
        }
        $zip = new \ZipArchive();
        $zip->open($path, \ZipArchive::OVERWRITE);
        $zip->addFromString('xl/workbook.xml', '<workbook/>');
        $zip->addFromString('xl/worksheets/sheet1.xml', str_repeat("\0", 60_000_000));
        $zip->close();
        try {
            FileFormat::detect($path);
            $this->fail('The bomb was opened.');
        } catch (Refusal $refusal) {
            $this->assertStringContainsString('would unpack to 60 MB', $refusal->getMessage());
        }
        // Sheets that repeat cells to their edge stay small.
        $zip->open($path, \ZipArchive::OVERWRITE);
        $zip->addFromString(
            'content.xml',
            '<office:document-content xmlns:office="o" xmlns:table="t" '.
                'xmlns:text="x"><office:body><office:spreadsheet><table:table><table:table-row '.
                'table:number-rows-repeated="1048576"><table:table-cell office:value-type="string" '.
                'table:number-columns-repeated="16384"><text:p>x</text:p></table:table-cell></table:table-row></table:table>'.
                '</office:spreadsheet></office:body></office:document-content>',
        );
        $zip->close();
        $this->assertSame([1000, 1000], [count($rows = (new Rows($path, FileFormat::Ods))->first(5000)), count($rows[0])]);
        unlink($path);
    }

    public function test_mutilated_files_are_read_or_refused_and_never_crash(): void
    {
        // Ten thousand in the nightly run.
        $files = (int) (getenv('LOGION_MUTILATED') ?: 500);
        mt_srand(20261123);
        $recognition = $this->app->make(Recognition::class);
        $samples = [];
        foreach (array_filter(glob(base_path('samples').'/{*,*/*}', GLOB_BRACE) ?: [], is_file(...)) as $file) {
            $samples[basename($file)] = (string) file_get_contents($file);
        }
        $this->actingAs($user = $this->someone());
        foreach (['xlsx', 'ods', 'xbrl-csv'] as $format) {
            $samples["BRSW.{$format}"] = substr(
                $this->get("/api/v1/companies/CWGW/export?what=statements&format={$format}&as_of=2015-06-30")
                    ->assertOk()
                    ->streamedContent(),
                0,
                400_000,
            );
        }
        $samples['BRSW.xml'] =
            '<xbrl xmlns="http://www.xbrl.org/2003/instance"><context id="c"><entity><identifier '.
            'scheme="s">BRSW</identifier></entity><period><startDate>2027-01-01</startDate><endDate>2027-12-31</endDate></period>'.
            '</context><unit id="u"><measure>iso4217:XCR</measure></unit>'.
            '<Revenues contextRef="c" unitRef="u" decimals="0">5000</Revenues></xbrl>';
        $samples['BRSW.json'] =
            '{"documentInfo":{},"facts":{"f":{"value":"5","decimals":0,"dimensions":{"concept":"us-gaap:Revenues","entity":"x:BRSW",'.
            '"period":"2027-01-01T00:00:00/2028-01-01T00:00:00","unit":"iso4217:XCR"}}}}';
        // Workbooks take a hundred times longer to open than texts, so they come less often.
        $texts = preg_grep('/csv$|tsv$|xml$|xhtml$|json$/', array_keys($samples));
        $names = [...array_keys($samples), ...$texts, ...$texts, ...$texts, ...$texts];
        $path = (string) tempnam(sys_get_temp_dir(), 'mutant');
        $memory = memory_get_usage();
        memory_reset_peak_usage();
        $came = ['read' => 0, 'refused' => 0, 'previewed' => 0, 'stored' => 0];
        $imports = $this->app->make(Imports::class);
        for ($i = 0; $i < $files; $i++) {
            $name = $names[$i % count($names)];
            file_put_contents($path, self::mutilate($samples[$name]));
            try {
                $format = FileFormat::detect($path);
                $mapping = $recognition->propose($path, $format, $name, null);
                $came['read']++;
                // Every so often the whole way to the preview, and to the database.
                if ($i % 10 === 0) {
                    $import = Import::query()->create([
                        'user_id' => $i % 3 === 0 ? null : $user->id,
                        'name' => $name,
                        'path' => $path,
                        'size' => 1,
                        'digest' => 'x',
                        'format' => $format,
                        'state' => 'previewed',
                        'mapping' => $mapping->toArray(),
                    ]);
                    $preview = $imports->preview($import)->preview;
                    $came['previewed']++;
                    if ($preview['questions'] === []) {
                        $came['stored'] += $this->storedAsPreviewed($import, $mapping, $preview['counts']) ? 1 : 0;
                    }
                    $import->delete();
                }
            } catch (Refusal|\Illuminate\Validation\ValidationException) {
                $came['refused']++;
            }
        }
        unlink($path);
        $this->assertGreaterThan($files / 10, $came['read']);
        $this->assertGreaterThan($files / 50, $came['refused']);
        $this->assertGreaterThan($files / 100, $came['previewed']);
        $this->assertGreaterThan($files / 340, $came['stored']);
        $this->assertLessThan(150_000_000, memory_get_peak_usage() - $memory, 'memory stays bounded: '.json_encode($came));
    }

    /**
     * Stores as far as the end of the transaction, compares what is there then with what the preview promised, and takes it back.
     *
     * @param  array{new: int, changed: int, same: int, conflict: int, refused: int}  $promised
     */
    private function storedAsPreviewed(Import $import, Mapping $mapping, array $promised): bool
    {
        DB::beginTransaction();
        try {
            $outcome = (new ImportRunner($this->app->make(CompanyMatching::class)))->run($import, $mapping, true);
            $this->assertSame($promised, $outcome->counts, $import->name);
            $bars = DB::table('bars')->where('import_id', $import->id);
            $this->assertSame(
                0,
                (clone $bars)
                    ->whereRaw('not (close > 0 and high >= low and low > 0 and volume >= 0 and day between 19000101 and ?)', [
                        (int) date('Ymd'),
                    ])
                    ->count(),
            );
            $facts = DB::table('facts')->join('filings', 'filings.id', '=', 'facts.filing_id')->where('import_id', $import->id);
            $this->assertSame(0, (clone $facts)->whereRaw('value is null or abs(value) > 1e300 or filed_on < period_end')->count());
            $parts = DB::table('breakdown_facts')
                ->join('filings', 'filings.id', '=', 'breakdown_facts.filing_id')
                ->where('import_id', $import->id)
                ->count();
            if (in_array($mapping->kind, ['prices', 'figures', 'statement', 'report'], true)) {
                $this->assertSame(
                    $outcome->counts['new'] + $outcome->counts['changed'],
                    $bars->count() + $facts->count() + $parts,
                    $import->name,
                );
            }

            return $outcome->counts['new'] + $outcome->counts['changed'] > 0;
        } finally {
            DB::rollBack();
        }
    }

    public function test_the_watched_folder_stores_what_is_clear_and_leaves_the_rest_to_a_person(): void
    {
        $this->someone();
        $folder = sys_get_temp_dir().'/drop-'.getmypid();
        mkdir($folder);
        $files = [
            'BRSW new.csv' => "Date,Close\n2026-07-01,61\n2026-07-02,62\n",
            'whose.csv' => "Date,Close\n2026-07-01,61\n",
            // A slip of units, days of which nobody knows the order, amounts that name no scale: each is a question.
            'BRSW jump.csv' => "Date,Close\n2026-07-03,61\n2026-07-04,6100\n",
            'BRSW days.csv' => "Date,Close\n03/07/2026,61\n04/07/2026,62\n",
            'BRSW new year.csv' => "Line,Period,Value,Filed on\nRestructuring charges,FY 2030,12,2031-03-01\n",
            'nonsense.bin' => "\x00\x01\x02",
            'half.csv.part' => 'Date',
        ];
        foreach ($files as $name => $content) {
            file_put_contents("{$folder}/{$name}", $content);
            touch("{$folder}/{$name}", time() - 10);
        }
        file_put_contents("{$folder}/being written.csv", 'Date,Cl');
        touch("{$folder}/being written.csv", time() + 600);
        $look = function () use ($folder): array {
            $feed = new WatchedFolder($this->app->make(Imports::class), $folder);
            $done = [];
            foreach ($feed->days(null) as $day) {
                foreach ($feed->on($day) as $file) {
                    $this->assertInstanceOf(Arrival::class, $file);
                    $this->assertSame((int) date('Ymd'), $file->day());
                    $done[$file->name()] = $file->store();
                }
            }

            return $done;
        };
        $done = $look();
        $this->assertStringStartsWith('stored as import', $done['BRSW new.csv']);
        foreach (['whose.csv', 'BRSW jump.csv', 'BRSW days.csv', 'BRSW new year.csv'] as $doubtful) {
            $this->assertSame('waits for a decision under Data', $done[$doubtful]);
            $this->assertFileExists("{$folder}/waiting/{$doubtful}");
            $waiting = Import::query()->where('name', $doubtful)->sole();
            $asked = [...(array) $waiting->preview['questions'], ...(array) $waiting->preview['doubts']];
            $this->assertSame(['previewed', false], [$waiting->state, $asked === []], $doubtful);
        }
        $this->assertStringStartsWith('refused: ', $done['nonsense.bin']);
        $this->assertCount(6, $done);
        $this->assertFileExists("{$folder}/stored/BRSW new.csv");
        $this->assertFileExists("{$folder}/refused/nonsense.bin.txt");
        $this->assertFileExists("{$folder}/half.csv.part");
        $this->assertSame(2, DB::table('bars')->where('listing_id', 1)->where('day', '>', 20260630)->count());
        $this->assertSame([], $look());
        // Whoever stored it was killed before it left the folder: it is not stored twice. Dropped again later it is a new wish.
        rename("{$folder}/stored/BRSW new.csv", "{$folder}/BRSW new.csv");
        $this->assertSame($done['BRSW new.csv'], $look()['BRSW new.csv']);
        $this->assertSame(1, Import::query()->where('name', 'BRSW new.csv')->count());
        Import::query()->where('name', 'BRSW new.csv')->update(['stored_at' => now()->subMinute()]);
        rename("{$folder}/stored/BRSW new.csv", "{$folder}/BRSW new.csv");
        $this->assertNotSame($done['BRSW new.csv'], $look()['BRSW new.csv']);
        $this->assertSame(2, Import::query()->where('name', 'BRSW new.csv')->count());
        exec('rm -rf '.escapeshellarg($folder));
    }

    #[Group('sqlite')]
    public function test_a_dropped_file_that_cannot_be_stored_now_stays_until_it_can(): void
    {
        $other = $this->another();
        $this->someone();
        DB::statement('pragma busy_timeout = 0');
        $folder = sys_get_temp_dir().'/busy-'.getmypid();
        mkdir($folder);
        file_put_contents("{$folder}/BRSW late.csv", "Date,Close\n2026-07-01,61\n");
        touch("{$folder}/BRSW late.csv", time() - 10);
        $look = fn (): array => array_map(
            static fn (Arrival $file): string => $file->store(),
            [...(new WatchedFolder($this->app->make(Imports::class), $folder))->on((int) date('Ymd'))],
        );
        $other->exec('begin immediate');
        $this->assertStringStartsWith('Another import or refresh is writing', $look()[0]);
        $this->assertFileExists("{$folder}/BRSW late.csv");
        $other->exec('rollback');
        $this->assertStringStartsWith('stored as import', $look()[0]);
        $this->assertFileExists("{$folder}/stored/BRSW late.csv");
        $import = Import::query()->where('name', 'BRSW late.csv')->where('state', 'stored')->sole();
        $this->app->make(Imports::class)->undo($import);
        Import::query()->where('name', 'BRSW late.csv')->delete();
        User::query()->where('email', 'ada@example.invalid')->delete();
        exec('rm -rf '.escapeshellarg($folder));
    }

    private function taken(string $name, string $content, ?User $user = null): Import
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'taken');
        file_put_contents($path, $content);
        $import = $this->app->make(Imports::class)->take($path, $name, $user);
        unlink($path);

        return $import;
    }

    /** One to four of: a byte changed, a piece cut out, doubled or moved, the end cut off, odd signs put in. */
    private static function mutilate(string $content): string
    {
        for ($n = mt_rand(1, 4); $n > 0; $n--) {
            $length = max(1, strlen($content));
            $at = mt_rand(0, $length - 1);
            $piece = mt_rand(1, min(200, $length));
            $content = match (mt_rand(0, 6)) {
                0 => substr_replace($content, chr(mt_rand(0, 255)), $at, 1),
                1 => substr_replace($content, '', $at, $piece),
                2 => substr($content, 0, $at).substr($content, $at, $piece).substr($content, $at),
                3 => substr($content, 0, max(1, $at)),
                4 => substr_replace(
                    $content,
                    ["\0", "\xFF\xFE", '"', ',,,,', "\r\n\r\n", '-1e400', '9999-99-99', '(((', "\u{202F}", '=1+1', '<![CDATA[', '&#0;'][
                        mt_rand(0, 11)
                    ],
                    $at,
                    0,
                ),
                5 => strrev(substr($content, 0, $piece)).substr($content, $piece),
                default => str_replace(["\n", ','][mt_rand(0, 1)], [';', "\t", "\n\n", ''][mt_rand(0, 3)], $content),
            };
        }

        return $content;
    }
}
