<?php

declare(strict_types=1);

namespace Tests\Console;

use FilesystemIterator;
use Illuminate\Support\Facades\Artisan;
use RecursiveDirectoryIterator;
use RecursiveIteratorIterator;
use Tests\DemoTestCase;

/** What a second language has to say is told whole: every sentence, and the name of everything that has one. */
final class WordsCommandTest extends DemoTestCase
{
    public function test_all_that_is_said_is_printed_as_a_file(): void
    {
        $this->assertSame(0, Artisan::call('logion:words', ['language' => 'de']));
        $words = self::read(Artisan::output());
        $this->assertSame('Missing.', $words['reasons']['missing']);
        $this->assertArrayHasKey('is_not_a_date', $words['sentences']);
        $this->assertArrayHasKey('the_request_cannot_be_answered', $words['sentences'], 'the words of the application too');
        $this->assertSame('Beta, raw', $words['labels']['metric.beta_raw']);
        $this->assertSame('Crops and livestock', $words['labels']['industry.01']);
        $this->assertSame('prices', $words['labels']['built_on.bars.listing_id']);
        $this->assertGreaterThan(1000, count($words['labels']));
    }

    public function test_no_kind_of_label_is_forgotten(): void
    {
        Artisan::call('logion:words', ['language' => 'de']);
        $keys = array_keys(self::read(Artisan::output())['labels']);
        $kinds = [];
        foreach (['app', 'core'] as $folder) {
            $files = new RecursiveIteratorIterator(new RecursiveDirectoryIterator(base_path($folder), FilesystemIterator::SKIP_DOTS));
            foreach ($files as $file) {
                preg_match_all('/Words::label\(\s*"(\w+\.)/', (string) file_get_contents((string) $file), $calls);
                $kinds += array_fill_keys($calls[1], true);
            }
        }
        $this->assertGreaterThan(10, count($kinds));
        foreach (array_keys($kinds) as $kind) {
            $this->assertNotEmpty(
                array_filter($keys, static fn (string $key): bool => str_starts_with($key, $kind)),
                "Nothing of {$kind}* was named.",
            );
        }
    }

    public function test_what_is_no_language_is_refused(): void
    {
        $this->assertSame(2, Artisan::call('logion:words', ['language' => 'German']));
    }

    /** @return array{reasons: array<string, string>, sentences: array<string, string>, labels: array<string, string>} */
    private static function read(string $file): array
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'words');
        file_put_contents($path, $file);
        try {
            return require $path;
        } finally {
            unlink($path);
        }
    }
}
