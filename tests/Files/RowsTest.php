<?php

declare(strict_types=1);

namespace Tests\Files;

use App\Files\FileFormat;
use App\Files\Rows;
use Logion\Intake\Refusal;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\TemporaryFiles;

/** Tables as programs write them. */
final class RowsTest extends TestCase
{
    use TemporaryFiles;

    /** @return iterable<string, array{string, array<int, list<string>>}> */
    public static function texts(): iterable
    {
        yield 'commas' => ["a,b\n1,2\n", [1 => ['a', 'b'], 2 => ['1', '2']]];
        yield 'semicolons with decimal commas' => [
            "Date;Close\n2026-01-02;1,5\n2026-01-03;1,6\n",
            [1 => ['Date', 'Close'], 2 => ['2026-01-02', '1,5'], 3 => ['2026-01-03', '1,6']],
        ];
        yield 'tabs' => ["a\tb, c\n1\t2\n", [1 => ['a', 'b, c'], 2 => ['1', '2']]];
        yield 'bars' => ["a|b\n1|2\n", [1 => ['a', 'b'], 2 => ['1', '2']]];
        yield 'a mark of the byte order' => ["\u{FEFF}a,b\n1,2", [1 => ['a', 'b'], 2 => ['1', '2']]];
        yield 'carriage returns and no end of line' => ["a,b\r\n1,2\r\n3,4", [1 => ['a', 'b'], 2 => ['1', '2'], 3 => ['3', '4']]];
        yield 'quoted delimiters, quotes and line ends' => [
            "name,x\n\"Salt, and \"\"more\"\"\",1\n\"two\nlines\",2\n",
            [1 => ['name', 'x'], 2 => ['Salt, and "more"', '1'], 3 => ["two\nlines", '2']],
        ];
        yield 'empty rows are counted and left out' => ["a,b\n\n\n1,2\n", [1 => ['a', 'b'], 4 => ['1', '2']]];
        yield 'rows of other lengths stay as they are' => [
            "a,b,c\n1\n1,2,3,4\n",
            [1 => ['a', 'b', 'c'], 2 => ['1'], 3 => ['1', '2', '3', '4']],
        ];
        yield 'an older encoding' => ["name,x\nK\xF6nig,1\n", [1 => ['name', 'x'], 2 => ['König', '1']]];
        yield 'two bytes a letter' => [
            "\xFF\xFE".mb_convert_encoding("name,x\nKönig,1\n", 'UTF-16LE', 'UTF-8'),
            [1 => ['name', 'x'], 2 => ['König', '1']],
        ];
        yield 'nothing' => ['', []];
    }

    /** @param  array<int, list<string>>  $rows */
    #[DataProvider('texts')]
    public function test_csv(string $content, array $rows): void
    {
        $this->assertSame($rows, $this->rows(FileFormat::Csv, $content));
    }

    public function test_a_row_that_never_ends_and_a_file_that_is_no_text_are_refused(): void
    {
        foreach (
            [
                '"'.str_repeat("open,quote\n", 500_000) => 'a quotation mark is not closed',
                'a,b'.str_repeat('x', 5_000_000) => 'the file has no rows',
                "a,b\n\0\1\2" => 'not a text',
            ] as $content => $reason
        ) {
            try {
                $this->rows(FileFormat::Csv, $content);
                $this->fail('It was read.');
            } catch (Refusal $refusal) {
                $this->assertStringContainsString($reason, $refusal->getMessage());
            }
        }
    }

    public function test_the_first_rows_stand_at_their_place(): void
    {
        self::withFile("\n\na,b\n\n1,2\n3,4\n", function (string $path): void {
            $rows = new Rows($path, FileFormat::Csv);
            $this->assertSame([[], [], ['a', 'b'], [], ['1', '2']], $rows->first(5));
            $this->assertSame([[], []], $rows->first(2));
        });
    }

    public function test_an_xlsx_sheet_with_shared_and_own_texts_dates_gaps_and_results_of_formulas(): void
    {
        $cells =
            '<row r="2"><c r="A2" t="s"><v>0</v></c><c r="C2" t="s"><v>1</v></c></row>'.
            '<row r="3"><c r="A3" s="1"><v>45292</v></c><c r="B3"><v>45292</v></c><c r="C3"><f>1+1</f><v>2</v></c></row>'.
            '<row r="5"><c r="B5" t="inlineStr"><is><r><t>in </t></r><r><t>line</t></r></is></c><c r="C5" t="b"><v>1</v></c><c r="D5" '
                .'s="2"><v>45293.75</v></c><c r="E5" t="str"><f>A2</f><v>text of a formula</v></c></row>';
        $content = self::zip([
            'xl/workbook.xml' => '<workbook/>',
            'xl/sharedStrings.xml' => '<sst><si><t>Date</t></si><si><r><t>Am</t></r><r><t>ount</t></r></si></sst>',
            'xl/styles.xml' => '<styleSheet><numFmts><numFmt numFmtId="200" formatCode="yyyy\-mm\-dd hh:mm"/><numFmt numFmtId="201" '
                .'formatCode="0.0 &quot;days&quot;"/></numFmts><cellStyleXfs><xf numFmtId="14"/></cellStyleXfs><cellXfs><xf '
                .'numFmtId="0"/><xf numFmtId="14"/><xf numFmtId="200"/><xf '
                .'numFmtId="201"/></cellXfs><cellStyles><cellStyle/></cellStyles></styleSheet>',
            'xl/worksheets/sheet1.xml' => '<worksheet><sheetData/></worksheet>',
            'xl/worksheets/sheet2.xml' => "<worksheet><sheetData>{$cells}</sheetData></worksheet>",
        ]);
        $this->assertSame(
            [2 => ['Date', '', 'Amount'], 3 => ['2024-01-01', '45292', '2'], 5 => ['', 'in line', '1', '2024-01-02', 'text of a formula']],
            $this->rows(FileFormat::Xlsx, $content),
        );
    }

    public function test_an_ods_sheet_with_repeated_cells_and_rows_dates_and_annotations(): void
    {
        $cell = static fn (string $attributes, string $text = ''): string => "<table:table-cell {$attributes}>".
            ($text === '' ? '' : "<text:p>{$text}</text:p>").
            '</table:table-cell>';
        $rows =
            '<table:table-row>'.
            $cell('office:value-type="string"', 'Date').
            $cell('office:value-type="string" table:number-columns-repeated="2"', 'x').
            '</table:table-row>'.
            '<table:table-row table:number-rows-repeated="3"><table:table-cell table:number-columns-repeated="1024"/></table:table-row>'.
            '<table:table-row table:number-rows-repeated="2">'.
            $cell('office:value-type="date" office:date-value="2024-01-01"', '1 January').
            $cell('office:value-type="float" office:value="1234.5"', '1,234.50').
            $cell('office:value-type="percentage" office:value="0.05"', '5%').
            '</table:table-row>';
        $content = self::zip([
            'content.xml' => '<office:document-content xmlns:office="o" xmlns:table="t" '
                .'xmlns:text="x"><office:body><office:spreadsheet><table:table><table:table-row><table:table-cell/></table:table-row>'.
                "</table:table><table:table>{$rows}</table:table><table:table><table:table-row>".
                $cell('office:value-type="string"', 'another sheet').
                '</table:table-row></table:table></office:spreadsheet></office:body></office:document-content>',
        ]);
        $this->assertSame(
            [1 => ['Date', 'x', 'x'], 5 => ['2024-01-01', '1234.5', '0.05'], 6 => ['2024-01-01', '1234.5', '0.05']],
            $this->rows(FileFormat::Ods, $content),
        );
    }

    public function test_a_report_is_no_table_and_an_archive_without_a_sheet_says_so(): void
    {
        foreach (
            [
                [FileFormat::XbrlJson, '{}', 'a report, not a table'],
                [FileFormat::Ods, self::zip(['x' => 'y']), 'content.xml'],
                [FileFormat::Ods, 'PK not really', ''],
            ] as [$format, $content, $reason]
        ) {
            try {
                $this->rows($format, $content);
                $this->fail('It was read.');
            } catch (Refusal $refusal) {
                $this->assertStringContainsString($reason, $refusal->getMessage());
            }
        }
    }

    /** @return array<int, list<string>> */
    private function rows(FileFormat $format, string $content): array
    {
        return self::withFile($content, static fn (string $path): array => iterator_to_array((new Rows($path, $format))->read()));
    }
}
