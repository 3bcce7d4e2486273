<?php

declare(strict_types=1);

namespace App\Files;

use Logion\Figure\Numerals;
use Logion\Figure\Words;
use OpenSpout\Common\Entity\Cell;
use OpenSpout\Common\Entity\Row;
use OpenSpout\Common\Entity\Style\Style;
use OpenSpout\Writer\Common\Creator\Style\StyleBuilder;
use OpenSpout\Writer\Common\Creator\WriterEntityFactory;
use OpenSpout\Writer\ODS\Writer as OdsWriter;
use OpenSpout\Writer\XLSX\Entity\SheetView;
use OpenSpout\Writer\XLSX\Writer as XlsxWriter;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;

/** A table of values with the definitions of its columns, written in an open format. */
final readonly class TableFile
{
    public const FORMATS = [
        'csv' => 'text/csv',
        'json' => 'application/json',
        'xlsx' => 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
        'ods' => 'application/vnd.oasis.opendocument.spreadsheet',
    ];

    /** Rows of a sheet below its head, as the formats have it. */
    private const MOST_IN_WORKBOOK = 1048575;

    /**
     * @param  list<string>  $head
     * @param  iterable<list<string|float|int|null>>  $rows
     * @param  list<array{string, string}>  $definitions  what a column or the table is
     */
    public function __construct(
        private string $title,
        private array $head,
        private iterable $rows,
        private int $count,
        private array $definitions,
    ) {
    }

    /**
     * Writes the table to a stream, row by row where the format allows.
     *
     * @param  'csv'|'json'|'xlsx'|'ods'  $format
     * @param  resource  $stream
     */
    public function write(string $format, $stream): void
    {
        match ($format) {
            'csv' => $this->csv($stream),
            'json' => $this->json($stream),
            default => $this->workbook($format, $stream),
        };
    }

    /** @throws UnprocessableEntityHttpException if the format cannot hold so many rows */
    public function mustFit(string $format): void
    {
        if (in_array($format, ['xlsx', 'ods'], true) && $this->count > self::MOST_IN_WORKBOOK) {
            throw new UnprocessableEntityHttpException(
                Words::say(
                    'a_workbook_takes_at_most_rows',
                    number: Numerals::decimal(self::MOST_IN_WORKBOOK),
                    number2: Numerals::decimal($this->count),
                ),
            );
        }
    }

    /** @param  resource  $stream */
    private function csv($stream): void
    {
        fputcsv($stream, $this->head, ',', '"', '', "\r\n");
        foreach ($this->rows as $row) {
            fputcsv($stream, array_map(self::asText(...), $row), ',', '"', '', "\r\n");
        }
    }

    /** A text that a spreadsheet would take for a formula is marked as text. */
    private static function asText(string|float|int|null $cell): string|float|int|null
    {
        return is_string($cell) && preg_match('/^[=+\-@\t\r]/', $cell) === 1 ? "'{$cell}" : $cell;
    }

    /** @param  resource  $stream */
    private function json($stream): void
    {
        fwrite(
            $stream,
            '{"title":'.
                json_encode($this->title).
                ',"definitions":'.
                json_encode(array_map(static fn (array $d): array => ['name' => $d[0], 'text' => $d[1]], $this->definitions)).
                ',"columns":'.
                json_encode($this->head).
                ',"rows":[',
        );
        $first = true;
        foreach ($this->rows as $row) {
            fwrite($stream, ($first ? '' : ",\n").json_encode($row, JSON_THROW_ON_ERROR | JSON_PRESERVE_ZERO_FRACTION));
            $first = false;
        }
        fwrite($stream, ']}');
    }

    /**
     * Streamed row by row; a workbook is put together in a file first, because its parts are compressed.
     *
     * @param  resource  $stream
     */
    private function workbook(string $format, $stream): void
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'table');
        $writer = $format === 'xlsx' ? WriterEntityFactory::createXLSXWriter() : WriterEntityFactory::createODSWriter();
        try {
            $writer->setDefaultRowStyle((new StyleBuilder())->setFontName('Liberation Sans')->setFontSize(10)->build());
            $writer instanceof XlsxWriter && $writer->setShouldUseInlineStrings(false);
            $writer->openToFile($path);
            $this->figures($writer);
            $notes = $writer->addNewSheetAndMakeItCurrent();
            $notes->setName('Definitions');
            foreach ($this->definitions as $definition) {
                $writer->addRow(self::row($definition));
            }
            $writer->close();
            stream_copy_to_stream(fopen($path, 'rb') ?: throw new \RuntimeException(Words::say('cannot_read', path: $path)), $stream);
        } finally {
            unlink($path);
        }
    }

    private function figures(XlsxWriter|OdsWriter $writer): void
    {
        $sheet = $writer->getCurrentSheet();
        $sheet->setName('Figures');
        if ($writer instanceof XlsxWriter) {
            // Tickers and names. The other format's writer makes columns that repeat zero times when it is given widths.
            $writer->setColumnWidth(14.0, 1);
            $writer->setColumnWidth(32.0, 2);
            $sheet->setSheetView((new SheetView())->setFreezeRow(2)->setFreezeColumn('B'));
        }
        $writer->addRow(self::row($this->head, (new StyleBuilder())->setFontBold()->build()));
        foreach ($this->rows as $row) {
            $writer->addRow(self::row($row));
        }
    }

    /** @param  list<string|float|int|null>  $cells */
    private static function row(array $cells, ?Style $style = null): Row
    {
        return WriterEntityFactory::createRow(
            array_map(static function (string|float|int|null $content): Cell {
                $cell = WriterEntityFactory::createCell($content);
                if (is_string($content)) {
                    // A text is never computed, whatever it begins with.
                    $cell->setType(Cell::TYPE_STRING);
                }

                return $cell;
            }, $cells),
            $style,
        );
    }
}
