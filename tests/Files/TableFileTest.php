<?php

declare(strict_types=1);

namespace Tests\Files;

use App\Files\FileFormat;
use App\Files\Rows;
use App\Files\TableFile;
use PhpOffice\PhpSpreadsheet\IOFactory;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;

final class TableFileTest extends TestCase
{
    private const ROWS = [
        ['ABCD', '=2+3', 1.25, null],
        ['EFGH', '@home', -0.000001, 1e15],
        ['IJKL', "Line\nbreak, comma and \"quotes\"", 0.0, 3],
    ];

    private static function written(string $format): string
    {
        $stream = fopen('php://memory', 'w+') ?: throw new \RuntimeException('No memory stream.');
        (new TableFile('+Title', ['Ticker', 'Company', 'A', 'B'], self::ROWS, 3, [['As of', '2026-06-30'], ['A', '=formula']]))->write(
            $format,
            $stream,
        );
        rewind($stream);

        return (string) stream_get_contents($stream);
    }

    public function test_csv_marks_what_a_spreadsheet_would_compute_and_leaves_numbers_alone(): void
    {
        $stream = fopen('php://memory', 'w+') ?: throw new \RuntimeException('No memory stream.');
        fwrite($stream, self::written('csv'));
        rewind($stream);
        $rows = [];
        while (($row = fgetcsv($stream, null, ',', '"', '')) !== false) {
            $rows[] = $row;
        }
        $this->assertSame(['Ticker', 'Company', 'A', 'B'], $rows[0]);
        $this->assertSame(["'=2+3", "'@home", "Line\nbreak, comma and \"quotes\""], array_column(array_slice($rows, 1), 1));
        $this->assertSame('', $rows[1][3], 'No value is an empty cell, not zero.');
        $this->assertSame(
            [1.25, -0.000001, 0.0],
            array_map('floatval', array_column(array_slice($rows, 1), 2)),
            'A negative number is no formula.',
        );
    }

    public function test_json_keeps_every_digit_and_tells_none_from_zero(): void
    {
        $data = json_decode(self::written('json'), true, flags: JSON_THROW_ON_ERROR);
        $this->assertSame(self::ROWS, $data['rows']);
        $this->assertSame('+Title', $data['title']);
        $this->assertSame([['name' => 'As of', 'text' => '2026-06-30'], ['name' => 'A', 'text' => '=formula']], $data['definitions']);
    }

    /** @return iterable<string, array{string}> */
    public static function workbooks(): iterable
    {
        yield 'xlsx' => ['xlsx'];
        yield 'ods' => ['ods'];
    }

    #[DataProvider('workbooks')]
    public function test_a_workbook_holds_texts_as_texts_and_numbers_as_numbers(string $format): void
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'book');
        file_put_contents($path, self::written($format));
        $sheet = IOFactory::createReader(ucfirst($format))->load($path)->getSheet(0);
        unlink($path);
        $this->assertSame('=2+3', $sheet->getCell('B2')->getValue());
        $this->assertNotSame('f', $sheet->getCell('B2')->getDataType(), 'A name is never computed.');
        $this->assertEqualsWithDelta(-0.000001, $sheet->getCell('C3')->getValue(), 1e-18);
        $this->assertNull($sheet->getCell('D2')->getValue());
        $this->assertEquals(0, $sheet->getCell('C4')->getValue());
    }

    #[DataProvider('workbooks')]
    public function test_a_large_workbook_is_written_in_little_memory(string $format): void
    {
        $rows = static function (): iterable {
            for ($i = 1; $i <= 30000; $i++) {
                yield ["T{$i}", $i / 7, null, $i];
            }
        };
        $path = (string) tempnam(sys_get_temp_dir(), 'book');
        $before = memory_get_usage();
        memory_reset_peak_usage();
        $stream = fopen($path, 'wb');
        $this->assertIsResource($stream);
        (new TableFile('Large', ['A', 'B', 'C', 'D'], $rows(), 30000, [['A', 'a name']]))->write($format, $stream);
        fclose($stream);
        $this->assertLessThan(30_000_000, memory_get_peak_usage() - $before);
        $read = iterator_to_array((new Rows($path, FileFormat::from($format)))->read(), false);
        unlink($path);
        $this->assertCount(30001, $read);
    }

    public function test_a_workbook_that_would_not_fit_is_refused_before_it_is_begun(): void
    {
        $large = new TableFile('Large', ['A'], [], 1048576, []);
        $large->mustFit('csv');
        $large->mustFit('json');
        $this->expectException(UnprocessableEntityHttpException::class);
        $this->expectExceptionMessage('at most 1 048 575 rows and this table has 1 048 576. Take CSV or JSON');
        $large->mustFit('xlsx');
    }
}
