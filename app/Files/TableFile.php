<?php

declare(strict_types=1);

namespace App\Files;

use PhpOffice\PhpSpreadsheet\Cell\DataType;
use PhpOffice\PhpSpreadsheet\Spreadsheet;
use PhpOffice\PhpSpreadsheet\Writer\Ods;
use PhpOffice\PhpSpreadsheet\Writer\Xlsx;
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

    /** A workbook is built in memory; beyond this it would take gigabytes. */
    private const MOST_IN_WORKBOOK = 10000;

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
                'A workbook takes at most '.
                    number_format(self::MOST_IN_WORKBOOK).
                    ' rows and this table has '.
                    number_format($this->count).
                    '. Take CSV or JSON, or tighten the screen.',
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

    /** @param  resource  $stream */
    private function workbook(string $format, $stream): void
    {
        // Column widths are not measured: that needs fonts a server may lack.
        $book = new Spreadsheet();
        $book->getDefaultStyle()->getFont()->setName('Liberation Sans')->setSize(10);
        $sheet = $book->getActiveSheet()->setTitle('Figures');
        foreach ($this->head as $i => $cell) {
            $sheet->setCellValueExplicit([$i + 1, 1], $cell, DataType::TYPE_STRING);
        }
        $sheet
            ->getStyle([1, 1, count($this->head), 1])
            ->getFont()
            ->setBold(true);
        $sheet->freezePane('B2');
        $line = 1;
        foreach ($this->rows as $row) {
            $line++;
            foreach ($row as $i => $cell) {
                if ($cell !== null) {
                    $sheet->setCellValueExplicit([$i + 1, $line], $cell, is_string($cell) ? DataType::TYPE_STRING : DataType::TYPE_NUMERIC);
                }
            }
        }
        $notes = $book->createSheet()->setTitle('Definitions');
        foreach ($this->definitions as $i => [$name, $text]) {
            $notes->setCellValueExplicit([1, $i + 1], $name, DataType::TYPE_STRING);
            $notes->setCellValueExplicit([2, $i + 1], $text, DataType::TYPE_STRING);
        }
        $notes->getColumnDimension('A')->setWidth(36);
        $notes->getColumnDimension('B')->setWidth(90);
        $sheet->getColumnDimension('A')->setWidth(14);
        $sheet->getColumnDimension('B')->setWidth(32);
        $book->setActiveSheetIndex(0);
        ($format === 'xlsx' ? new Xlsx($book) : new Ods($book))->save($stream);
        $book->disconnectWorksheets();
    }
}
