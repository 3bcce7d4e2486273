<?php

declare(strict_types=1);

namespace App\Files;

use PhpOffice\PhpSpreadsheet\Spreadsheet;
use PhpOffice\PhpSpreadsheet\Writer\Ods;
use PhpOffice\PhpSpreadsheet\Writer\Xlsx;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** Writes workbooks whose formulas live. */
final class Workbooks
{
    public const FORMATS = ['xlsx', 'ods'];

    /**
     * Hands a workbook on as a file.
     *
     * @param  value-of<self::FORMATS>  $format
     */
    public static function answer(Spreadsheet $book, string $format, string $name): StreamedResponse
    {
        return new StreamedResponse(static fn () => self::save($book, $format, 'php://output'), 200, [
            'Content-Type' => TableFile::FORMATS[$format],
            'Content-Disposition' => 'attachment; filename="'.str_replace(':', ' ', $name).".{$format}\"",
        ]);
    }

    /**
     * @param  'xlsx'|'ods'  $format
     * @param  resource|string  $target
     */
    public static function save(Spreadsheet $book, string $format, $target): void
    {
        // Results are written beside the formulas: some programs show them without computing anew.
        ($format === 'xlsx' ? new Xlsx($book) : new Ods($book))->save($target);
        $book->disconnectWorksheets();
    }
}
