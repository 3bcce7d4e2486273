<?php

declare(strict_types=1);

namespace Tests\Upkeep;

use App\Models\Paper;
use App\Storage\SchemaVersion;
use App\Upkeep\Backup;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use PHPUnit\Framework\Attributes\Group;
use Tests\DemoTestCase;
use Tests\KillsProcesses;

/** A back-up holds all, is found whole before it counts, and what is restored is what was there. */
#[Group('sqlite')]
final class BackupTest extends DemoTestCase
{
    use KillsProcesses;

    private InstalledDatabase $of;

    protected function setUp(): void
    {
        parent::setUp();
        $this->of = new InstalledDatabase();
        $this->of->command(['logion:upgrade'])->mustRun();
        $this->of->write("insert into users (name, email, password, role) values ('Ada', 'ada@example.invalid', 'x', 'administrator')");
    }

    private function backup(): string
    {
        $this->of->command(['logion:backup', "{$this->of->folder}/kept"])->mustRun();
        $archives = glob("{$this->of->folder}/kept/*.tar.gz") ?: [];

        return $archives[count($archives) - 1];
    }

    public function test_what_was_lost_comes_back_and_what_was_there_is_kept(): void
    {
        $archive = $this->backup();
        $this->assertSame('0600', substr(sprintf('%o', fileperms($archive)), -4));
        $this->assertSame([], glob("{$this->of->folder}/kept/.logion-*") ?: [], 'nothing is left of the work');
        $this->of->write("update users set name = 'Mallory'");
        $this->of->command(['logion:restore', $archive, '--force'])->mustRun();
        $this->assertSame([['Ada']], $this->of->rows('select name from users'));
        $this->assertSame([['Mallory']], $this->of->rows('select name from users', "{$this->of->path}.before-restore"));
        $this->assertTrue($this->of->isWhole());
        // One that was damaged gives way, and its bytes are kept.
        file_put_contents($this->of->path, substr((string) file_get_contents($this->of->path), 0, 30_000));
        $this->of->command(['logion:restore', $archive, '--force'])->mustRun();
        $this->assertSame([['Ada']], $this->of->rows('select name from users'));
        $this->assertSame(30_000, filesize("{$this->of->path}.before-restore"));
        // A disk that was lost altogether.
        array_map(unlink(...), glob("{$this->of->path}*") ?: []);
        touch($this->of->path);
        $this->of->command(['logion:restore', $archive, '--force'])->mustRun();
        $this->assertSame([['Ada']], $this->of->rows('select name from users'));
    }

    public function test_files_people_handed_in_come_back_whatever_folder_they_are_in(): void
    {
        Storage::fake(Paper::DISK);
        $disk = Storage::disk(Paper::DISK);
        $disk->put('one.pdf', 'one');
        $disk->put('ab/two.pdf', 'two');
        config(['database.connections.sqlite.database' => $this->of->path]);
        DB::purge();
        $backup = $this->app->make(Backup::class);
        $archive = $backup->make("{$this->of->folder}/kept");
        $disk->delete(['one.pdf', 'ab/two.pdf']);
        $disk->put('later.pdf', 'later');
        $backup->restore($archive);
        $this->assertEqualsCanonicalizing(['one.pdf', 'ab/two.pdf', 'later.pdf'], $disk->allFiles());
        $this->assertSame('two', $disk->get('ab/two.pdf'));
    }

    public function test_it_is_consistent_while_others_write(): void
    {
        $this->of->write('create table pairs (left_one integer, right_one integer)');
        $writer = new \PDO('sqlite:'.$this->of->path);
        $backup = $this->of->command(['logion:backup', "{$this->of->folder}/kept"]);
        $backup->start();
        for ($i = 0; $backup->isRunning(); $i++) {
            $writer->exec("begin immediate; insert into pairs values ({$i}, 0); insert into pairs values (0, {$i}); commit");
        }
        $this->assertSame(0, $backup->wait(), $backup->getErrorOutput());
        $archive = (glob("{$this->of->folder}/kept/*.tar.gz") ?: [''])[0];
        $this->of->command(['logion:restore', $archive, '--force'])->mustRun();
        $this->assertSame(0, $this->of->rows('select sum(left_one) - sum(right_one) from pairs')[0][0] ?? 0);
        $this->assertSame(0, $this->of->rows('select count(*) % 2 from pairs')[0][0]);
    }

    public function test_what_is_damaged_is_refused_and_changes_nothing(): void
    {
        $archive = $this->backup();
        $this->of->command(['logion:backup', "--check={$archive}"])->mustRun();
        $bytes = (string) file_get_contents($archive);
        $whole = md5_file($this->of->path);
        foreach (
            [substr($bytes, 0, 4000), substr_replace($bytes, 'XXXX', intdiv(strlen($bytes), 2), 4), 'not an archive'] as $i => $spoilt
        ) {
            file_put_contents("{$this->of->folder}/spoilt.tar.gz", $spoilt);
            $restore = $this->of->command(['logion:restore', "{$this->of->folder}/spoilt.tar.gz", '--force']);
            $this->assertSame(1, $restore->run(), "{$i}: {$restore->getOutput()}");
            $this->assertNotSame('', $restore->getErrorOutput());
            $this->assertSame($whole, md5_file($this->of->path), (string) $i);
            $this->assertSame([], glob("{$this->of->folder}/.unpacked-*") ?: []);
        }
        $missing = $this->of->command(['logion:restore', '/nowhere.tar.gz', '--force']);
        $this->assertSame(1, $missing->run());
        $this->assertStringContainsString('There is no back-up at /nowhere.tar.gz.', $missing->getErrorOutput());
    }

    public function test_killed_backups_and_restores_leave_what_was_there(): void
    {
        $archive = $this->backup();
        $this->of->write("update users set name = 'Grace'");
        for ($try = 0, $kills = 0; $try < 16; $try++) {
            $isRestore = $try % 2 === 0;
            $work = $this->of->command(
                $isRestore ? ['logion:restore', $archive, '--force'] : ['logion:backup', "{$this->of->folder}/kept"],
            );
            $work->start();
            usleep(120_000 + 15_000 * $try);
            self::kill($work) && $kills++;
            $work->wait();
            $this->assertTrue($this->of->isWhole());
            $name = $this->of->rows('select name from users')[0][0];
            $this->assertContains($name, $isRestore ? ['Ada', 'Grace'] : ['Grace']);
            $this->of->write("update users set name = 'Grace'");
            foreach (glob("{$this->of->folder}/kept/*.tar.gz") ?: [] as $kept) {
                $this->of->command(['logion:backup', "--check={$kept}"])->mustRun();
            }
        }
        $this->assertGreaterThan(0, $kills);
    }

    public function test_the_latest_of_days_weeks_and_months_stay(): void
    {
        $folder = "{$this->of->folder}/rotated";
        mkdir($folder);
        $day = new \DateTimeImmutable('2025-01-01 03:10');
        for ($i = 0; $i < 500; $i++, $day = $day->modify('+1 day')) {
            touch("{$folder}/logion-{$day->format('Ymd-His')}.tar.gz");
            touch("{$folder}/logion-{$day->format('Ymd')}-000000.tar.gz");
        }
        $backup = new Backup($this->app->make(SchemaVersion::class));
        $gone = $backup->rotate($folder);
        $left = array_map(static fn (string $of): string => substr(basename($of), 7, 13), glob("{$folder}/*") ?: []);
        $this->assertSame([], $backup->rotate($folder), 'rotated once, nothing more goes');
        $this->assertCount(1000 - count($left), $gone);
        $last = $day->modify('-1 day');
        foreach (range(0, 6) as $back) {
            $this->assertContains($last->modify("-{$back} days")->format('Ymd-Hi'), $left, 'the last of each of seven days');
        }
        $this->assertContains('20250630-0310', $left, 'the last of a month');
        $this->assertNotContains('20250629-0310', $left);
        $this->assertLessThanOrEqual(7 + 4 + 12, count($left));
    }
}
