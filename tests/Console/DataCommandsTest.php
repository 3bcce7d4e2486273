<?php

declare(strict_types=1);

namespace Tests\Console;

use App\Models\Import;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Tests\DemoTestCase;

/** Importing, checking and exporting from the command line. */
final class DataCommandsTest extends DemoTestCase
{
    private string $folder;

    protected function setUp(): void
    {
        parent::setUp();
        $this->someone();
        $this->folder = sys_get_temp_dir().'/commands-'.getmypid();
        mkdir($this->folder);
    }

    protected function tearDown(): void
    {
        exec('rm -rf '.escapeshellarg($this->folder));
        parent::tearDown();
    }

    public function test_a_file_is_previewed_stored_and_taken_back(): void
    {
        file_put_contents("{$this->folder}/p.csv", "Date,Close\n2026-07-01,61\nnever,62\n");
        $file = "{$this->folder}/p.csv";
        $bars = DB::table('bars')->count();
        $answer = $this->imported(['file' => $file, '--company' => 'BRSW', '--preview' => true]);
        $this->assertSame([1, 1], [$answer['counts']['new'], $answer['counts']['refused']]);
        $this->assertSame([$bars, 1], [DB::table('bars')->count(), Import::query()->count()]);
        $answer = $this->imported(['file' => $file, '--company' => 'BRSW']);
        $this->assertSame($bars + 1, DB::table('bars')->count());
        $this->assertSame(0, Artisan::call('logion:import', ['--undo' => (string) $answer['import']]));
        $this->assertSame($bars, DB::table('bars')->count());
    }

    public function test_mistakes_are_said_in_a_sentence(): void
    {
        file_put_contents("{$this->folder}/p.csv", "Date,Close\n2026-07-01,61\n");
        $file = "{$this->folder}/p.csv";
        foreach (
            [
                [[], 'Name a file.'],
                [['file' => '/nowhere'], 'cannot be read'],
                [['file' => $file], 'No column names the company'],
                [['file' => $file, '--company' => 'NOPE'], 'No company has the ticker'],
                [['--undo' => '999'], 'no import 999'],
                [['file' => $file, '--user' => 'x@y'], 'Nobody has the e-mail'],
            ] as [$arguments, $message]
        ) {
            $this->assertSame(1, Artisan::call('logion:import', $arguments));
            $this->assertStringContainsString($message, Artisan::output());
        }
        $this->assertSame(0, Import::query()->count());
    }

    public function test_checking_and_exporting(): void
    {
        $this->assertSame(0, Artisan::call('logion:check', ['ticker' => 'NSMS', '--format' => 'json']));
        $findings = json_decode(Artisan::output(), true);
        $this->assertContains('missing_year', array_column($findings, 'check'));
        $this->assertSame(1, Artisan::call('logion:check', ['ticker' => 'NOPE']));
        foreach (['xlsx', 'ods', 'csv', 'zip'] as $extension) {
            $this->assertSame(0, Artisan::call('logion:export', ['ticker' => 'BRSW', 'file' => "{$this->folder}/b.{$extension}"]));
            $this->assertGreaterThan(1000, filesize("{$this->folder}/b.{$extension}"));
        }
        $this->assertSame(1, Artisan::call('logion:export', ['ticker' => 'BRSW', 'file' => "{$this->folder}/b.doc"]));
        $this->assertSame(0, Artisan::call('logion:import-samples', ['folder' => "{$this->folder}/samples"]));
        $this->assertCount(10, glob("{$this->folder}/samples/*"));
    }

    /**
     * @param  array<string, mixed>  $arguments
     * @return array<string, mixed>
     */
    private function imported(array $arguments): array
    {
        $this->assertSame(0, Artisan::call('logion:import', [...$arguments, '--format' => 'json']));

        return json_decode(Artisan::output(), true, 32, JSON_THROW_ON_ERROR);
    }
}
