<?php

declare(strict_types=1);

namespace Tests\Api;

use App\Models\Paper;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\DemoTestCase;

/** Files somebody keeps with a company are what they say, are found by their words, and are nobody else's. */
final class PapersTest extends DemoTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        Storage::fake(Paper::DISK);
        $this->actingAs($this->someone());
    }

    public function test_a_paper_is_read_as_it_was_handed_in_and_found_by_its_words(): void
    {
        $text = "The quay at Ashkeel is silted.\nNobody buys zirconium.";
        $paper = $this->attach('harbour.txt', $text, '2026-05-12')->assertCreated()->json();
        $this->assertSame(['harbour.txt', 'text/plain', '2026-05-12', true], [
            $paper['name'],
            $paper['media_type'],
            $paper['day'],
            $paper['has_text'],
        ]);
        $read = $this->get("/api/v1/papers/{$paper['id']}")->assertOk();
        $this->assertSame($text, $read->streamedContent());
        $this->assertSame('nosniff', $read->headers->get('X-Content-Type-Options'));
        $this->assertStringContainsString("default-src 'none'", (string) $read->headers->get('Content-Security-Policy'));
        foreach (['zirconium silted' => 1, 'harbour' => 1, 'zirconium beryl' => 0] as $words => $count) {
            $found = array_filter(
                $this->getJson('/api/v1/finder?q='.rawurlencode($words))->json('results'),
                static fn (array $of): bool => $of['kind'] === 'paper' && $of['key'] === (string) $paper['id'],
            );
            $this->assertCount($count, $found, $words);
        }
        $items = $this->getJson('/api/v1/companies/BRSW/timeline?kinds=paper')->json('items');
        $this->assertSame([['2026-05-12', 'harbour.txt', $paper['id']]], array_map(
            static fn (array $of): array => [$of['day'], $of['title'], $of['paper']],
            $items,
        ));
        $this->assertSame([], $this->getJson('/api/v1/companies/BRSW/papers?as_of=2026-05-11')->json(), 'it was not there yet');
    }

    public function test_the_words_of_a_pdf_are_found_and_one_without_any_is_kept_too(): void
    {
        $paper = $this->attach('report.pdf', self::pdf('Herrings left the sound'))->assertCreated()->json();
        $this->assertTrue($paper['has_text']);
        $this->assertStringContainsString('Herrings left the sound', (string) DB::table('papers')->value('text'));
        $this->assertFalse($this->attach('scan.pdf', "%PDF-1.4\nbroken")->assertCreated()->json('has_text'));
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function refused(): iterable
    {
        $isText = static fn (string $name): string => "{$name} is not what its name says: its content is text/plain. ".
            'Save it anew as what it is.';
        yield 'no PDF' => ['x.pdf', 'Only words', $isText('x.pdf')];
        yield 'a picture with a script' => [
            'x.png',
            '<svg xmlns="http://www.w3.org/2000/svg"><script>1</script></svg>',
            $isText('x.png'),
        ];
        yield 'a PDF called text' => [
            'x.txt',
            self::pdf('a'),
            'x.txt is not what its name says: its content is application/pdf. Save it anew as what it is.',
        ];
        yield 'a page' => [
            'x.html',
            '<b>a</b>',
            'x.html is of no kind that can be kept. Attach a PDF, a text (.txt, .md, .csv) or a picture (.png, .jpg, .gif, .webp).',
        ];
        yield 'nothing' => ['x.txt', '', 'x.txt is empty.'];
        yield 'bytes' => [
            'x.md',
            "a\0b",
            'x.md is not what its name says: its content is application/octet-stream. Save it anew as what it is.',
        ];
    }

    #[DataProvider('refused')]
    public function test_what_is_not_what_it_says_is_refused_with_the_reason(string $name, string $content, string $reason): void
    {
        $this->assertSame($reason, $this->attach($name, $content)->assertUnprocessable()->json('detail'));
        $this->assertSame([0, []], [DB::table('papers')->count(), Storage::disk(Paper::DISK)->allFiles()]);
    }

    public function test_two_hundred_megabytes_are_refused_and_a_request_without_a_file_too(): void
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'large');
        $stream = fopen($path, 'r+b') ?: self::fail('No file.');
        ftruncate($stream, 200 * 1024 * 1024);
        fclose($stream);
        $answer = $this->post(
            '/api/v1/companies/BRSW/papers',
            ['file' => new UploadedFile($path, 'large.pdf', null, null, true)],
            ['Accept' => 'application/json'],
        );
        unlink($path);
        $this->assertSame(
            'large.pdf has 200 MB; a paper may have 20 at most. Attach a part of it, or a smaller copy.',
            $answer->assertUnprocessable()->json('detail'),
        );
        $this->postJson('/api/v1/companies/BRSW/papers')->assertUnprocessable();
        $this->attach('a.txt', 'a', 'yesterday')->assertUnprocessable();
        $this->assertSame(0, DB::table('papers')->count());
    }

    public function test_a_file_that_is_gone_is_told(): void
    {
        $id = $this->attach('a.md', '# A')->json('id');
        Storage::disk(Paper::DISK)->delete(Storage::disk(Paper::DISK)->allFiles());
        $this->assertSame(
            'The file of a.md is gone from this installation. Attach it again.',
            $this->getJson("/api/v1/papers/{$id}")->assertNotFound()->json('detail'),
        );
    }

    public function test_what_was_thrown_away_can_be_taken_back_until_it_is_swept_out(): void
    {
        $id = $this->attach('a.md', '# A')->json('id');
        $this->deleteJson("/api/v1/papers/{$id}")->assertNoContent();
        $this->getJson("/api/v1/papers/{$id}")->assertNotFound();
        $this->assertSame([], $this->getJson('/api/v1/companies/BRSW/papers')->json());
        $this->postJson("/api/v1/papers/{$id}/restore")->assertOk();
        $this->assertSame(['a.md'], array_column($this->getJson('/api/v1/companies/BRSW/papers')->json(), 'name'));
        $this->deleteJson("/api/v1/papers/{$id}");
        Artisan::call('model:prune', ['--model' => [Paper::class]]);
        $this->assertCount(1, Storage::disk(Paper::DISK)->allFiles());
        $this->travel(31)->days();
        Artisan::call('model:prune', ['--model' => [Paper::class]]);
        $this->assertSame([0, []], [DB::table('papers')->count(), Storage::disk(Paper::DISK)->allFiles()]);
    }

    /** @return TestResponse<\Symfony\Component\HttpFoundation\Response> */
    private function attach(string $name, string $content, ?string $day = null): TestResponse
    {
        return $this->post(
            '/api/v1/companies/BRSW/papers',
            ['file' => UploadedFile::fake()->createWithContent($name, $content), ...$day === null ? [] : ['day' => $day]],
            ['Accept' => 'application/json'],
        );
    }

    /** One page with one line (ISO 32000-1). */
    private static function pdf(string $line): string
    {
        $stream = "BT /F1 12 Tf 72 720 Td ({$line}) Tj ET";
        $objects = [
            '<< /Type /Catalog /Pages 2 0 R >>',
            '<< /Type /Pages /Kids [3 0 R] /Count 1 >>',
            '<< /Type /Page /Parent 2 0 R /MediaBox [0 0 612 792] /Contents 4 0 R /Resources << /Font << /F1 5 0 R >> >> >>',
            '<< /Length '.strlen($stream)." >>\nstream\n{$stream}\nendstream",
            '<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica >>',
        ];
        $pdf = "%PDF-1.4\n";
        $offsets = '';
        foreach ($objects as $i => $object) {
            $offsets .= sprintf("%010d 00000 n \n", strlen($pdf));
            $pdf .= ($i + 1)." 0 obj\n{$object}\nendobj\n";
        }
        $table = strlen($pdf);

        return $pdf."xref\n0 6\n0000000000 65535 f \n{$offsets}trailer << /Size 6 /Root 1 0 R >>\nstartxref\n{$table}\n%%EOF\n";
    }
}
